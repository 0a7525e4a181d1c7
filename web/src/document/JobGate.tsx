import { type ReactNode, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { OpeningPrint } from '../preview/OpeningPrint.tsx';
import { shownPrint } from '../preview/stored-print.ts';
import { closeJob, openJob } from './autosave.ts';
import { useOpenJob } from './store.ts';

interface Props {
  readonly id: string;
  /** What the window is called beside the job's title. */
  readonly view?: string;
  /** Called when the job is left. */
  onLeave?(): void;
  readonly children: ReactNode;
}

/** Opens a job for as long as its view is there, and says plainly when that cannot be done. */
export function JobGate({ id, view, onLeave, children }: Props) {
  const navigate = useNavigate();
  const opened = useOpenJob((s) => s.id === id && s.job !== null);
  const title = useOpenJob((s) => s.job?.title);
  const [problem, setProblem] = useState<string | null>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a job is opened and left once
  useEffect(() => {
    setProblem(null);
    openJob(id).catch((error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
    return () => {
      closeJob();
      onLeave?.();
    };
  }, [id]);
  useEffect(() => {
    document.title = title ? `${title}${view ? `, ${view}` : ''} · Chromatype` : 'Chromatype';
  }, [title, view]);

  if (problem) {
    return (
      <div className="grid h-full place-items-center">
        <p role="alert">
          {problem}{' '}
          <button type="button" className="underline" onClick={() => navigate('/')}>
            To the Shelf
          </button>
        </p>
      </div>
    );
  }
  // On the Bench the job's last print is in sight at once.
  const print = view ? undefined : shownPrint(id);
  if (!opened && print) return <OpeningPrint print={print} />;
  if (!opened) return <p className="grid h-full place-items-center text-muted">Opening the job …</p>;
  return children;
}
