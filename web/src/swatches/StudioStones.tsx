import { toast } from 'sonner';
import { replaceStudioStones, useStudioStones } from '../api/stone-table.ts';
import { TableEditor } from '../stones/TableEditor.tsx';

/** The stones of the studio: every layout of a new job begins with them, and jobs keep their own copy. */
export function StudioStones() {
  const table = useStudioStones();
  const keep = (next: typeof table) =>
    void replaceStudioStones(next).catch((error) =>
      toast.error(error instanceof Error ? error.message : String(error)),
    );
  return (
    <section aria-label="Stones of the studio" className="min-h-0 overflow-y-auto bg-paper p-4">
      <h2 className="text-[16px]">Stones</h2>
      <p className="pb-3 text-muted">
        Sizes and colours of stones as the studio buys them. Layouts of new jobs begin with these; jobs keep a copy of
        their own, which can be changed in their Stones view.
      </p>
      <div className="max-w-[520px]">
        <TableEditor
          open
          table={table}
          change={(part) => keep({ ...table, ...part })}
          rename={(what, from, to) =>
            keep({
              ...table,
              [what]: table[what].map((entry) => (entry.name === from ? { ...entry, name: to } : entry)),
            })
          }
        />
      </div>
    </section>
  );
}
