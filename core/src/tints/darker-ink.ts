import { lightOfOklab, oklabOfLight } from '../colour/oklab.ts';
import { withFill } from '../document/fills.ts';
import { MOST_PASSES } from '../document/limits.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { hexOfLight } from '../ink/ink-sets.ts';
import { solidLight } from '../ink/printed-ink.ts';
import type { Ink } from '../ink/types.ts';

/** Returns the ink of the same hue whose lightness in OKLab is lower by a share 0..1 of itself. */
export function darkerInk(ink: Ink, by: number): Ink {
  const lab = [0, 0, 0];
  oklabOfLight(...solidLight(ink), lab);
  const left = 1 - by;
  // Chroma follows lightness, so that the colour stays as clear as it was and within reach of the display.
  const light = lightOfOklab(lab[0]! * left, lab[1]! * left, lab[2]! * left);
  return { ...ink, name: `${ink.name}, ${Math.round(100 * by)} % darker`, colour: hexOfLight(light), measured: null };
}

/**
 * Moves a fill of a pass into a pass of its own right after it, in the same ink, darker by a share. If it is the only fill
 * of its pass, the pass keeps a copy.
 * @throws RangeError when no more passes may print
 */
export function printDarker(
  job: Job,
  { pass: id, fill: fillId, by, newId }: { pass: string; fill: string; by: number; newId: string },
): Job {
  const at = job.passes.findIndex((p) => p.id === id);
  const pass = job.passes[at];
  const fill = pass?.fills.find((f) => f.id === fillId);
  if (!pass || !fill) return job;
  const ink = darkerInk(pass.ink, by);
  const known = job.passes[at + 1];
  const [first, ...others] = pass.fills.filter((f) => f.id !== fillId);
  const left: Pass = first ? { ...pass, fills: [first, ...others] } : withFill(pass, { id: `${fillId}-under` });
  if (known?.ink.name === ink.name && known.ink.colour === ink.colour) {
    const passes = job.passes.toSpliced(at, 2, left, {
      ...known,
      fills: [...known.fills, fill] as unknown as readonly [Fill, ...Fill[]],
    });
    return { ...job, passes };
  }
  if (job.passes.filter((p) => p.on).length >= MOST_PASSES)
    throw new RangeError(`At most ${MOST_PASSES} passes print.`);
  const made: Pass = { ...pass, id: newId, name: ink.name, on: true, ink, fills: [fill] };
  return { ...job, passes: job.passes.toSpliced(at, 1, left, made) };
}
