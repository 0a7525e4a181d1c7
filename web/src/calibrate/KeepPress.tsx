import { type Job, type InkSet, type MeasuredPress, setOfPress, withMeasuredPress } from '@chromatype/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { saveSet, useOwnSets } from '../api/ink-sets.ts';
import { keepBefore } from '../api/versions.ts';
import { edit, undo } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { TextField } from '../ui/TextField.tsx';

const say = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

/** The name under which what was measured is kept unless the artist gives another. */
const NAMED = 'My press';

/** Takes inks, stock and tones of a set over into the passes of a job, in one step of undo. */
function takeOver(job: Job, set: InkSet): void {
  const next = withMeasuredPress(job, set);
  keepBefore('before a measured press', job);
  edit(() => next);
  toast(`The job prints for ${set.label} now.`, { duration: 8000, action: { label: 'Undo', onClick: undo } });
}

interface Props {
  readonly job: Job;
  readonly press: MeasuredPress;
  /** Whether the job is the chart itself, whose passes stay as they are. */
  readonly isChart: boolean;
}

/** Keeps what was measured as a set of inks of one's own. */
export function KeepPress({ job, press, isChart }: Props) {
  const [name, setName] = useState(NAMED);
  const [kept, setKept] = useState<string | null>(null);
  const label = name.trim().slice(0, 80) || NAMED;
  async function keep(): Promise<void> {
    const made = await saveSet(setOfPress(job, press, label));
    setKept(`own ${made.id}`);
    toast.success(`The set of inks ${label} is kept; a picture can be split into it.`);
  }
  return (
    <div className="grid gap-1.5">
      <TextField label="Name of the set" value={name} own onChange={(next) => setName(next.slice(0, 80))} />
      <div className="flex flex-wrap gap-1.5">
        <Button strong onClick={() => void keep().catch(say)}>
          Keep as an own set
        </Button>
        {!isChart && <Button onClick={() => takeOver(job, setOfPress(job, press, label))}>Take into this job</Button>}
        {kept && (
          <Link to={`/swatches?set=${encodeURIComponent(kept)}`} className="self-center underline">
            To Swatches
          </Link>
        )}
      </div>
    </div>
  );
}

/** Presses that were measured before, with as many inks as the job has. */
export function KeptPresses({ job, inks }: { readonly job: Job; readonly inks: number }) {
  const own = useOwnSets();
  const fitting = useMemo(
    () => own.filter(({ set }) => set.inks.length === inks && set.inks.every((ink) => ink.tones)),
    [own, inks],
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const set = (fitting.find(({ id }) => id === chosen) ?? fitting[0])?.set;
  if (!set) return null;
  return (
    <section aria-label="Presses that were measured" className="grid gap-1.5 border-t border-hairline pt-2">
      <h2 className="text-[13px] font-semibold">Print for a press that was measured</h2>
      <div className="flex items-center gap-1.5">
        <select
          aria-label="Press"
          value={set.name.replace(/^own /, '')}
          onChange={(e) => setChosen(e.target.value)}
          className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper"
        >
          {fitting.map(({ id, set: { label } }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </select>
        <Button onClick={() => takeOver(job, set)}>Take over</Button>
      </div>
    </section>
  );
}
