import { fillOf, type Job, LINEAR, type Pass } from '@chromatype/core';
import { setMade } from '../document/edits.ts';
import { trackOf } from '../document/motion-edits.ts';
import { edit, useOpenJob } from '../document/store.ts';
import { newId } from '../document/edits.ts';
import { Button } from '../ui/Button.tsx';

/** How far clouds drift in a second at first. Fewer than three steps in a loop would be the same ones to and fro. */
const A_SECOND = 1;
const LEAST = 3;

/** Has clouds evolve through a whole number of periods in the length of the loop, in one step of undo. */
function evolve(pass: string, picture: string): void {
  edit((job) => {
    const { seconds } = job.motion.settings;
    const period = Math.max(LEAST, Math.round(seconds * A_SECOND));
    const made = setMade(picture, { period })(job);
    const moved = { setting: 'made.noise.evolve', pass, fill: null };
    const keys = [
      { ...LINEAR, at: 0, value: 0 },
      { ...LINEAR, at: seconds, value: period },
    ];
    const known = trackOf(made, moved);
    const tracks = known
      ? made.motion.tracks.map((t) => (t === known ? { ...t, on: true, keys } : t))
      : [...made.motion.tracks, { ...moved, id: newId(), on: true, keys }];
    return { ...made, motion: { ...made.motion, tracks } };
  });
}

/** Offers clouds that evolve and come round, where the chosen pass prints clouds. */
export function NoisePeriods({ job, pass }: { readonly job: Job; readonly pass: Pass | null }) {
  const rest = useOpenJob((s) => s.job) ?? job;
  const picture = pass && rest.pictures.find((p) => p.id === fillOf(pass).feed.picture);
  if (!pass || picture?.made?.kind !== 'noise') return null;
  return (
    <Button
      title="The clouds evolve and are the first ones again at the end of the loop"
      onClick={() => evolve(pass.id, picture.id)}
    >
      Evolve in a closed loop
    </Button>
  );
}
