import { Download, ListTree, RotateCw, Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { isOver, type Run, runs } from '../api/runs.ts';
import { remaining, type Seen } from '../bench/output/remaining.ts';
import { Button } from '../ui/Button.tsx';
import { showBytes } from '../ui/bytes.ts';
import { PrintList } from './PrintList.tsx';
import { RUN_STATES, runText } from './run-words.ts';

interface Props {
  readonly run: Run;
  /** Does something with the run, and looks at the list again. */
  act(work: Promise<unknown>): void;
}

const whenText = (iso: string): string =>
  new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

const ICON = 'grid h-6 w-6 place-items-center hover:text-hot-text';

/** One run: what it makes, how far it is, its file, and what can be done with it. */
export function RunLine({ run, act }: Props) {
  const first = useRef<Seen | null>(null);
  const [open, setOpen] = useState(false);
  const over = isOver(run);
  if (run.state === 'running' && !first.current) first.current = { at: Date.now(), share: run.progress };
  const batch = run.asked.kind === 'batch';
  return (
    <>
      <tr className="border-b border-hairline align-top" data-run={run.id} data-state={run.state}>
        <td className="max-w-0 py-1.5 pr-3">
          <span className="block truncate font-semibold" title={run.fileName} data-own>
            {run.fileName}
          </span>
          <span className="block truncate text-[11px] text-muted" title={runText(run)} data-own>
            {run.jobId ? (
              <Link to={`/jobs/${run.jobId}`} className="hover:underline">
                {runText(run)}
              </Link>
            ) : (
              runText(run)
            )}
          </span>
          {run.message && (
            <span className={`block text-[11.5px] ${run.state === 'failed' ? 'text-hot-text' : ''}`} data-own>
              {run.message}
            </span>
          )}
        </td>
        <td className="py-1.5 pr-3">
          {over ? (
            RUN_STATES[run.state]
          ) : (
            <>
              <progress
                max={1}
                value={run.progress}
                aria-label={`${run.fileName}: ${RUN_STATES[run.state]}`}
                className="h-1.5 w-full accent-hot"
              />
              <span className="block font-mono text-[10px] text-muted">
                {remaining(run, first.current, Date.now()) ?? RUN_STATES[run.state]}
              </span>
            </>
          )}
        </td>
        <td className="py-1.5 pr-3 font-mono text-[10.5px]">{run.bytes ? showBytes(run.bytes) : ''}</td>
        <td className="py-1.5 pr-3 text-[11.5px] text-muted">{whenText(run.createdAt)}</td>
        <td className="py-1">
          <span className="flex items-center justify-end gap-0.5">
            {run.state === 'done' && (
              <a
                href={runs.fileUrl(run)}
                download={run.fileName}
                className={ICON}
                aria-label={`Save ${run.fileName}`}
                title="Save the file"
              >
                <Download size={14} aria-hidden />
              </a>
            )}
            {batch && !over && (
              <button
                type="button"
                aria-expanded={open}
                aria-label={`Prints of ${run.fileName}`}
                title="How far each print is"
                className={ICON}
                onClick={() => setOpen(!open)}
              >
                <ListTree size={14} aria-hidden />
              </button>
            )}
            {over ? (
              <>
                <button
                  type="button"
                  aria-label={`Make ${run.fileName} again`}
                  title="Make it again, of the job as it was then"
                  className={ICON}
                  onClick={() => act(runs.again(run.id))}
                >
                  <RotateCw size={14} aria-hidden />
                </button>
                <button
                  type="button"
                  aria-label={`Remove ${run.fileName}`}
                  title="Remove it and its file"
                  className={ICON}
                  onClick={() => act(runs.remove(run.id))}
                >
                  <Trash2 size={14} aria-hidden />
                </button>
              </>
            ) : (
              <Button className="px-2" onClick={() => act(runs.cancel(run.id))}>
                Cancel
              </Button>
            )}
          </span>
        </td>
      </tr>
      {open && !over && (
        <tr>
          <td colSpan={5} className="border-b border-hairline pb-2">
            <PrintList run={run.id} />
          </td>
        </tr>
      )}
    </>
  );
}
