import { type Job, newBend, withFill } from '@chromatype/core';
import type { Page } from '@playwright/test';
import { drag, dragRows, type PreviewTools } from './dragging.ts';
import type { Row } from './statistics.ts';

/** Milliseconds to the settled picture while a bend is dragged. */
const SETTLED = 400;

type Place = readonly [number, number];

/** Handles that are dragged, and the way on which each of them follows the hand: after k moves, from its place. */
const DRAGS: readonly {
  readonly kind: string;
  readonly handle: string;
  at(from: Place, centre: Place, k: number): Place;
}[] = [
  { kind: 'swirl', handle: 'centre', at: ([x, y], _, k) => [x + k, y + 2 * k] },
  { kind: 'swirl', handle: 'turn', at: aroundBy(1.5) },
  { kind: 'swirl', handle: 'reach', at: ([x, y], _, k) => [x - 2 * k, y] },
  { kind: 'mesh', handle: '5', at: ([x, y], _, k) => [x + k, y + 2 * k] },
];

/** A way around the centre, by so many degrees a move. */
function aroundBy(degrees: number) {
  return ([x, y]: Place, [cx, cy]: Place, k: number): Place => {
    const [c, s] = [Math.cos((k * degrees * Math.PI) / 180), Math.sin((k * degrees * Math.PI) / 180)];
    const [dx, dy] = [x - cx, y - cy];
    return [cx + dx * c - dy * s, cy + dx * s + dy * c];
  };
}

/** A job whose last pass is bent. */
function bent(job: Job, kind: string): Job {
  const last = job.passes.length - 1;
  const { width, height } = job.sheet;
  const pass = withFill(job.passes[last]!, { bend: [newBend(kind, { width, height })] });
  return { ...job, passes: [...job.passes.slice(0, last), pass] };
}

/** The middle of a handle on the screen. */
async function middleOf(page: Page, handle: string): Promise<Place> {
  const { x, y, width, height } = (await page.getByTestId(`bend-handle-${handle}`).boundingBox())!;
  return [x + width / 2, y + height / 2];
}

/** Handles of bends, dragged on a sheet of 24 megapixels with four passes. */
export async function bendDragRows(page: Page, fourPasses: Job, { newJob, open, again }: PreviewTools): Promise<Row[]> {
  const all: Row[] = [];
  for (const { kind, handle, at } of DRAGS) {
    await open(`/jobs/${await newJob(bent(fourPasses, kind))}?pass=p3`);
    await page.getByRole('button', { name: 'More of Bend' }).click();
    await page.waitForTimeout(1500);
    const rows = await again(async () => {
      const from = await middleOf(page, handle);
      const centre = kind === 'swirl' ? await middleOf(page, 'centre') : from;
      const name = `${kind}, its handle ${handle}`;
      return dragRows(name, await drag(page, from, (k) => at(from, centre, k)), undefined, SETTLED);
    });
    all.push(...rows);
  }
  return all;
}
