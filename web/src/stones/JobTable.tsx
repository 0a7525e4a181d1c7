import type { Job } from '@chromatype/core';
import { toast } from 'sonner';
import { replaceStudioStones, useStudioStones } from '../api/stone-table.ts';
import { renameInTable, setJobStones } from '../document/stones-edits.ts';
import { edit } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { TableEditor } from './TableEditor.tsx';

/** The stones that the job is made of; the studio's are kept under Swatches. */
export function JobTable({ job }: { readonly job: Job }) {
  const studio = useStudioStones();
  const { sizes, colours } = job.stones;
  const same = JSON.stringify([sizes, colours]) === JSON.stringify([studio.sizes, studio.colours]);
  const keep = () =>
    replaceStudioStones({ sizes, colours }).then(
      () => toast.success('The studio has these stones now.', { duration: 2500 }),
      (error) => toast.error(error instanceof Error ? error.message : String(error)),
    );
  return (
    <section aria-label="Stones there are" className="grid gap-1">
      <h2 className="border-t border-hairline pt-2 text-[14px]">Stones there are</h2>
      <TableEditor
        table={job.stones}
        change={(part) => edit(setJobStones(part))}
        rename={(what, from, to) => edit(renameInTable(what, from, to))}
      />
      <div className="flex flex-wrap gap-1">
        <Button
          disabled={same}
          onClick={() => edit(setJobStones(studio))}
          title="Sizes and colours as the studio has them"
        >
          Take the studio’s
        </Button>
        <Button disabled={same} onClick={() => void keep()} title="New layouts begin with these sizes and colours">
          Keep for the studio
        </Button>
      </div>
    </section>
  );
}
