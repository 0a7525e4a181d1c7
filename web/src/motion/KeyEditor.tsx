import { EASES, type EaseName, type Job, type Key, settingAt, type Track } from '@chromatype/core';
import { editKey, removeKey } from '../document/motion-edits.ts';
import { edit } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { ParamField } from '../ui/ParamField.tsx';
import { EaseCurve } from './EaseCurve.tsx';
import { setMotionView, useMotion } from './motion-store.ts';
import { trackName } from './TrackRow.tsx';

/** The chosen key, if it is still there. */
export function useChosenKey(job: Job): { readonly track: Track; readonly entry: Key } | null {
  const chosen = useMotion((s) => s.chosen);
  const track = job.motion.tracks.find((t) => t.id === chosen?.track);
  const entry = track?.keys.find((k) => k.at === chosen?.at);
  return track && entry ? { track, entry } : null;
}

/** The value of the chosen key, when it is, and how the value goes on to the next. */
export function KeyEditor({ job }: { readonly job: Job }) {
  const found = useChosenKey(job);
  if (!found) return null;
  const { track, entry } = found;
  const { param } = settingAt(track.setting)!;
  const change = (part: Partial<Key>) => {
    edit(editKey(track.id, entry.at, part));
    if (part.at !== undefined) setMotionView({ chosen: { track: track.id, at: part.at } });
  };
  const value = param.kind === 'colours' ? [entry.value] : entry.value;
  return (
    <section aria-label="Chosen key" className="grid grid-cols-1 gap-1.5 border-b border-hairline pb-3">
      <h2 className="text-[14px]">Key</h2>
      <h3 className="truncate font-semibold" title={trackName(job, track)}>
        {trackName(job, track)}
      </h3>
      <ParamField
        param={{ ...param, label: 'Value' }}
        value={value}
        onChange={(v) => change({ value: (Array.isArray(v) ? v[0] : v) as Key['value'] })}
      />
      <NumberField
        label="At"
        about="When the setting has this value."
        value={entry.at}
        min={0}
        max={job.motion.settings.seconds}
        step={1 / job.motion.settings.rate}
        normal={0}
        format={{ unit: 's', digits: 3 }}
        onChange={(at) => change({ at })}
      />
      <Choice<EaseName>
        label="How it goes on to the next key"
        dense
        value={entry.ease}
        options={EASES.map(({ name, label, about }) => ({ value: name, label, title: about }))}
        onChange={(ease) => change({ ease })}
      />
      {entry.ease === 'curve' && <EaseCurve curve={entry.curve} onChange={(curve) => change({ curve })} />}
      <Button
        title="Take this key out (Delete)"
        onClick={() => {
          edit(removeKey(track.id, entry.at));
          setMotionView({ chosen: null });
        }}
      >
        Take the key out
      </Button>
    </section>
  );
}
