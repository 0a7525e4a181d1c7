import type { Bend } from '../bend/index.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { shownSize } from '../picture/edit.ts';
import { placePicture } from '../picture/placement.ts';
import type { Fill, Job } from './types.ts';

/** The middle of a placed picture in mm from the trimmed sheet's top left, its width in mm and its turn. */
interface Lie {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly turn: number;
}

function lieOf({ sheet, pictures }: Job, { feed }: Fill): Lie | null {
  const picture = pictures.find((p) => p.id === feed.picture);
  if (!picture || feed.part === 'tint' || feed.from !== 'picture') return null;
  const size = shownSize(picture);
  const { left, top, scale, turn = 0 } = placePicture(sheet, feed, size);
  const mm = (pixels: number) => (pixels * MM_PER_INCH) / sheet.ppi;
  return {
    x: mm(left + (size.width * scale) / 2) - sheet.bleed,
    y: mm(top + (size.height * scale) / 2) - sheet.bleed,
    width: mm(size.width * scale),
    turn,
  };
}

/** The shift that takes a lattice along with a picture; null where the picture stays. */
function shiftOf(from: Lie, to: Lie): Bend | null {
  const settings = { x: from.x, y: from.y, right: to.x - from.x, down: to.y - from.y, turn: to.turn - from.turn };
  const size = to.width / from.width;
  if (settings.right === 0 && settings.down === 0 && settings.turn === 0 && size === 1) return null;
  return { kind: 'shift', on: true, what: 'marks', settings: { ...settings, size } };
}

/** A job whose screens have moved with their pictures from where those lay in another state of it. */
export function rideAlong(rest: Job, job: Job): Job {
  const placed = new Map(rest.passes.flatMap(({ fills }) => fills.map((f) => [f.id, lieOf(rest, f)] as const)));
  const riding = (fill: Fill): Fill => {
    const [from, to] = [placed.get(fill.id), lieOf(job, fill)];
    const by = from && to && shiftOf(from, to);
    return by ? { ...fill, bend: [...fill.bend, by] } : fill;
  };
  return {
    ...job,
    passes: job.passes.map((pass) => {
      const [first, ...others] = pass.fills.map(riding);
      return { ...pass, fills: [first!, ...others] };
    }),
  };
}
