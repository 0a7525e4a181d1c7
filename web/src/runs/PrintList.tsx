import { useEffect, useState } from 'react';
import { type BatchPrint, runs } from '../api/runs.ts';

/** Milliseconds between two looks. */
const AGAIN = 800;

const STATES: Readonly<Record<BatchPrint['state'], string>> = {
  waiting: 'waiting',
  printing: 'printing',
  done: 'done',
  failed: 'not printed',
};

/** The prints of a batch and how far each is: those under way first, then what failed. */
export function PrintList({ run }: { readonly run: string }) {
  const [prints, setPrints] = useState<readonly BatchPrint[]>([]);
  useEffect(() => {
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      runs
        .prints(run)
        .then(
          (list) => !over && setPrints(list),
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
  const count = (state: BatchPrint['state']) => prints.filter((p) => p.state === state).length;
  const rank = { printing: 0, failed: 1, waiting: 2, done: 3 } as const;
  const sorted = [...prints].sort((a, b) => rank[a.state] - rank[b.state] || a.at - b.at);
  return (
    <div>
      <p className="pb-1 text-muted" data-testid="batch-count">
        {count('done')} done, {count('printing')} printing, {count('waiting')} waiting
        {count('failed') > 0 ? `, ${count('failed')} not printed` : ''}
      </p>
      <ul aria-label="Prints of the batch" className="grid max-h-[220px] gap-0.5 overflow-y-auto">
        {sorted.map((print) => (
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
