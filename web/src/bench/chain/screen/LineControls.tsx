import { familyOf, type Job, type Pass } from '@chromatype/core';
import { optionsOf } from './options-of.ts';
import { OwnFields } from './OwnFields.tsx';
import { SampleRow } from './SampleRow.tsx';

/** Kinds of lines as live samples, then their settings. */
export function LineControls({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const { lines } = pass.screen;
  return (
    <>
      <SampleRow
        label="Kind of lines"
        job={job}
        pass={pass}
        options={optionsOf(familyOf('lines').params.kind)}
        chosen={lines.kind}
        screenFor={(kind) => ({ lines: { ...lines, kind } })}
      />
      <OwnFields pass={pass} family="lines" without={['kind']} />
    </>
  );
}
