import { Check, X } from 'lucide-react';
import { useState } from 'react';
import { type PressAnswer, sendToPress } from '../api/press.ts';
import { isOver, type Run, runs } from '../api/runs.ts';
import { saveNow } from '../document/autosave.ts';
import { Button } from '../ui/Button.tsx';

/** Follows a run to its end. */
const ended = (run: Run, told: (share: number) => void): Promise<Run> =>
  new Promise((resolve) => {
    runs.watch(run.id, (now) => {
      told(now.progress);
      if (isOver(now)) resolve(now);
    });
  });

/** Makes plates and hands them to the press that ships with the application. */
export function PressDesk({ id }: { readonly id: string }) {
  const [doing, setDoing] = useState<string | null>(null);
  const [running, setRunning] = useState<Run | null>(null);
  const [answer, setAnswer] = useState<PressAnswer | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  async function send(): Promise<void> {
    setProblem(null);
    setAnswer(null);
    setDoing('Making plates');
    try {
      await saveNow();
      const started = await runs.start(id, { kind: 'package' });
      setRunning(started);
      const done = await ended(started, (share) => setDoing(`Making plates, ${Math.round(100 * share)} %`));
      setRunning(null);
      if (done.state === 'cancelled') return;
      if (done.state !== 'done') throw new Error(done.message ?? 'The plates could not be made.');
      setDoing('The press is looking at them');
      setAnswer(await sendToPress(done.id));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    } finally {
      setRunning(null);
      setDoing(null);
    }
  }

  return (
    <section aria-label="Press" className="grid gap-1.5">
      <div className="flex gap-2">
        <Button onClick={() => void send()} disabled={doing !== null}>
          Send to press
        </Button>
        {running && <Button onClick={() => void runs.cancel(running.id)}>Cancel</Button>}
      </div>
      <p className="text-[11px] leading-tight text-muted" role="status">
        {doing ?? 'A stand-in print shop that ships with Chromatype: it checks the plates and sends a proof.'}
      </p>
      {problem && (
        <p role="alert" className="text-hot-text">
          {problem}
        </p>
      )}
      {answer && (
        <div className="grid gap-1">
          <p className="font-semibold">{answer.accepted ? 'Accepted' : 'Sent back'}</p>
          <ul aria-label="What the press says" className="grid gap-0.5">
            {answer.checks.map((c) => (
              <li key={c.name} className="flex gap-1.5" data-ok={c.ok}>
                {c.ok ? (
                  <Check size={13} className="mt-0.5 shrink-0" aria-label="good" />
                ) : (
                  <X size={13} className="mt-0.5 shrink-0 text-hot-text" aria-label="not good" />
                )}
                <span>{c.said}</span>
              </li>
            ))}
          </ul>
          {answer.proof && (
            <a href={`/api/press/${answer.proof}/proof`} target="_blank" rel="noreferrer">
              <img
                src={`/api/press/${answer.proof}/proof`}
                alt="Proof from the press"
                className="w-full border border-ink"
              />
            </a>
          )}
        </div>
      )}
    </section>
  );
}
