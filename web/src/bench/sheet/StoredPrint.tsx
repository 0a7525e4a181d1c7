import type { Job } from '@chromatype/core';
import { useOpenJob } from '../../document/store.ts';
import { measureOpening } from '../../preview/opening.ts';
import { storedPrint } from '../../preview/stored-print.ts';

/** The last print of a job that the server keeps, enlarged to the sheet: in sight until the first picture is there. */
export function StoredPrint({ job }: { readonly job: Job }) {
  const id = useOpenJob((s) => s.id);
  const version = useOpenJob((s) => s.version);
  if (!id) return null;
  return (
    <img
      key={id}
      src={storedPrint(id, version, job.sheet)}
      alt=""
      aria-hidden
      draggable={false}
      onLoad={() => measureOpening('stored')}
      className="h-full w-full"
    />
  );
}
