import { type Fill, type Job, type Pass, secondsOf, settingAt, settingOf } from '@chromatype/core';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { setKey, trackOf } from '../document/motion-edits.ts';
import { changeOf, edit, takeEditsBy, useOpenJob } from '../document/store.ts';
import { keyName, useKeying } from '../ui/keying.ts';
import { keyedEdit, settingChangedBy, shownAtTime } from './keyed-edit.ts';
import { setMotionView, useMotion } from './motion-store.ts';

/** Texts by which the controls of settings with keys are known. */
const keyedNames = (job: Job): Set<string> =>
  new Set(
    job.motion.tracks.flatMap(({ setting }) => {
      const param = settingAt(setting)?.param;
      return param ? [keyName(param.label, 'about' in param ? param.about : undefined)] : [];
    }),
  );

/** Has controls give keys to what they set, and changes of numbers that have keys become keys at the time in sight. */
export function useKeyingOf(job: Job, pass: Pass | null, fill: Fill | null, frame: number): void {
  const { settings, tracks } = job.motion;
  const at = secondsOf(settings, frame);
  useEffect(() => {
    takeEditsBy((change, now) => keyedEdit(change, now, at));
    return () => takeEditsBy(null);
  }, [at]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: tracks say which settings have keys
  useEffect(() => {
    useKeying.setState({
      keying: {
        keyed: keyedNames(job),
        add(label, change) {
          const now = useOpenJob.getState().job;
          const made = changeOf(change);
          if (!now || !pass || !fill || !made) return;
          const still = shownAtTime(now, at);
          const moved = settingChangedBy(made, still, now.passes.find((p) => p.id === pass.id) ?? pass, fill.id);
          if (!moved) {
            toast(`${label} cannot move in time.`);
            return;
          }
          edit(setKey(moved, at, settingOf(still, moved)));
          const after = useOpenJob.getState().job;
          const track = after && trackOf(after, moved);
          if (track) setMotionView({ chosen: { track: track.id, at } });
        },
      },
    });
  }, [tracks, pass?.id, fill?.id, at]);
  useEffect(() => () => useKeying.setState({ keying: null }), []);
  // What is chosen goes when its job does.
  useEffect(() => () => useMotion.setState({ chosen: null }), []);
}
