import { Download } from 'lucide-react';
import { useRef } from 'react';
import { isOver, type Run, runs } from '../../api/runs.ts';
import { Button } from '../../ui/Button.tsx';
import { showBytes } from '../../ui/bytes.ts';
import { remaining, type Seen } from './remaining.ts';

const STATES: Readonly<Record<Run['state'], string>> = {
  queued: 'waiting',
  running: 'printing',
  done: 'done',
  failed: 'failed',
  cancelled: 'cancelled',
};

/** One run: its progress and what is left, or its file. */
export function RunRow({ run }: { readonly run: Run }) {
  const first = useRef<Seen | null>(null);
  if (run.state === 'running' && !first.current) first.current = { at: Date.now(), share: run.progress };
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-x-2" data-state={run.state}>
      <span className="truncate" title={run.fileName} data-own>
        {run.fileName}
      </span>
      {run.state === 'done' ? (
        <a href={runs.fileUrl(run)} download={run.fileName} className="flex h-6 items-center gap-1 underline">
          <Download size={13} aria-hidden /> Save
        </a>
      ) : isOver(run) ? (
        <span className="text-muted">{STATES[run.state]}</span>
      ) : (
        <Button onClick={() => void runs.cancel(run.id)}>Cancel</Button>
      )}
      {isOver(run) ? (
        <span className="font-mono text-[10px] text-muted">
          {run.message ?? (run.bytes ? showBytes(run.bytes) : '')}
        </span>
      ) : (
        <>
          <progress
            max={1}
            value={run.progress}
            aria-label={`${run.fileName}: ${STATES[run.state]}`}
            className="h-1.5 w-full accent-hot"
          />
          <span className="text-right font-mono text-[10px] text-muted">
            {remaining(run, first.current, Date.now()) ?? STATES[run.state]}
          </span>
          {run.message && (
            <span role="status" className="col-span-2 text-[11px] text-hot-text">
              {run.message}
            </span>
          )}
        </>
      )}
    </li>
  );
}
