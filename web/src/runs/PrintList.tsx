import { useEffect, useState } from 'react';
import { type BatchPrint, type PrintsOfBatch, runs } from '../api/runs.ts';

/** Milliseconds between two looks. */
const AGAIN = 800;

const STATES: Readonly<Record<BatchPrint['state'], string>> = {
  waiting: 'waiting',
  printing: 'printing',
  done: 'done',
  failed: 'not printed',
};

/** The prints of a batch and how far each is, in the server's order: those under way first, then what failed. */
export function PrintList({ run }: { readonly run: string }) {
  const [known, setKnown] = useState<PrintsOfBatch | null>(null);
  useEffect(() => {
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      runs
        .prints(run)
        .then(
          (next) => !over && setKnown(next),
          () => {},
        )
        .finally(() => {
          if (!over) timer = setTimeout(look, AGAIN);
        });
    };
    look();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [run]);
  if (!known) return <p className="pb-1 text-muted">Looking …</p>;
  const { counts, prints } = known;
  const all = counts.done + counts.printing + counts.waiting + counts.failed;
  return (
    <div>
      <p className="pb-1 text-muted" data-testid="batch-count">
        {counts.done} done, {counts.printing} printing, {counts.waiting} waiting
        {counts.failed > 0 ? `, ${counts.failed} not printed` : ''}
        {all > prints.length ? `; the first ${prints.length} of ${all} are listed` : ''}
      </p>
      <ul aria-label="Prints of the batch" className="grid max-h-[220px] gap-0.5 overflow-y-auto">
        {prints.map((print) => (
          <li
            key={print.at}
            className="grid grid-cols-[minmax(0,1fr)_110px] items-center gap-2"
            data-state={print.state}
          >
            <span
              className={`truncate ${print.message ? 'text-hot-text' : ''}`}
              title={print.message ?? print.name}
              data-own
            >
              {print.name}
              {print.message && `: ${print.message}`}
            </span>
            {print.state === 'printing' ? (
              <progress max={1} value={print.progress} aria-label={print.name} className="h-1.5 w-full accent-hot" />
            ) : (
              <span className="text-right text-[11px] text-muted">{STATES[print.state]}</span>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
