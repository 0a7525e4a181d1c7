import { anyOutlines, jobAtFrame, packRows, planMarks, type Screen } from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { screenOf } from '../screens.ts';
import { clipFrames, clipJob } from './moving-jobs.ts';

const [CELL, ACROSS, FRAMES] = [22, 49, 4];
const SIDE = CELL * ACROSS;
const STRIDE = Math.ceil(SIDE / 8);

const frames = clipFrames(SIDE, SIDE, FRAMES, (n, x, y) => 128 + 70 * Math.sin(x / 150 + n) * Math.cos(y / 110 - n));
const jobOf = (screen: Screen) => clipJob(SIDE, SIDE, FRAMES, 1, { screen });

/** Centre of the ink in a cell, from its own middle, in pixels. */
function centreOf(plate: Uint8Array, column: number, row: number): { x: number; y: number; ink: number } {
  let [sx, sy, ink] = [0, 0, 0];
  for (let y = 0; y < CELL; y++)
    for (let x = 0; x < CELL; x++) {
      const at = column * CELL + x;
      if (((plate[(row * CELL + y) * STRIDE + (at >> 3)]! >> (7 - (at & 7))) & 1) === 0) continue;
      sx += x + 0.5;
      sy += y + 0.5;
      ink++;
    }
  return { x: sx / ink - CELL / 2, y: sy / ink - CELL / 2, ink };
}

/** How far all dots of a plate stand from the middles of their cells, in the mean, and how large one of them is. */
function gridOf(plate: Uint8Array) {
  let [x, y, count] = [0, 0, 0];
  for (let row = 0; row < ACROSS; row++)
    for (let column = 0; column < ACROSS; column++) {
      const dot = centreOf(plate, column, row);
      if (dot.ink === 0 || dot.ink === CELL * CELL) continue;
      x += dot.x;
      y += dot.y;
      count++;
    }
  return { x: x / count, y: y / count, one: centreOf(plate, 20, 7).ink };
}

test.each([
  ['circles', screenOf('marks', { shape: 'circle', fit: 'counts', across: ACROSS, down: ACROSS })],
  ['dots', screenOf('dots', {}, { angle: 0, oneTone: true, frequency: { value: ACROSS, per: 'across' } })],
])('the grid of %s that is locked to the sheet moves less than 0.01 pixels over a clip', (_, screen) => {
  const job = jobOf(screen);
  const grids = Array.from({ length: FRAMES }, (_, n) =>
    gridOf(packRows(kernels, jobAtFrame(job, n), job.passes[0]!, frames)),
  );
  const spread = (of: (grid: (typeof grids)[number]) => number) =>
    Math.max(...grids.map(of)) - Math.min(...grids.map(of));
  expect(spread(({ x }) => x)).toBeLessThan(0.01);
  expect(spread(({ y }) => y)).toBeLessThan(0.01);
  // The dots themselves do change.
  expect(spread(({ one }) => one)).toBeGreaterThan(40);
});

test('each mark stands where it stood in the first frame, to the last bit', () => {
  const job = jobOf(screenOf('marks', { shape: 'star', fit: 'counts', across: ACROSS, down: ACROSS }));
  expect(anyOutlines(job)).toBe(true);
  const placesAt = (n: number) => {
    const still = jobAtFrame(job, n);
    const [marks] = planMarks({ kernels, pictures: frames }, still, still.passes);
    const places = new Map<number, string>();
    for (const band of marks!.bands())
      for (const mark of band) places.set(mark.id, `${mark.matrix[4]} ${mark.matrix[5]}`);
    return places;
  };
  const first = placesAt(0);
  expect(first.size).toBe(ACROSS * ACROSS);
  for (let n = 1; n < FRAMES; n++) expect(placesAt(n)).toEqual(first);
});
