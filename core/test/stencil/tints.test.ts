import { bitAt, type Bitmap, type Fill, type Job, sheetPixels } from '../../src/index.ts';
import { planScreen } from '../../src/screen/compile-screen.ts';
import { bitsOf, fillJob, rectangle, tinted } from './fill-jobs.ts';

const PPI = 600;
const MM = PPI / 25.4;
/** Percentages and frequencies of printers' tints (common practice, no source). */
const PERCENTS = [5, 10, 20, 25, 30, 40, 50, 60, 70, 75, 80, 90];
const FREQUENCIES = [27.5, 42.5, 65, 85];

/** Tints in columns of some mm beside each other, one pass, one grid. */
function tintJob(
  percents: readonly number[],
  lpi: number,
  angle: number,
  change: Partial<Fill['screen']> = {},
  side = 12,
): Job {
  const fills = percents.map((percent, k): Fill => {
    const fill = tinted(`f${k}`, percent / 100, { stencil: `s${k}` });
    return { ...fill, screen: { ...fill.screen, frequency: { value: lpi, per: 'lpi' }, angle, ...change } };
  });
  const stencils = percents.map((_, k) => rectangle(`s${k}`, side * k, 0, side, side + 2));
  const job = fillJob(fills as [Fill, ...Fill[]], stencils);
  return { ...job, sheet: { ...job.sheet, width: side * percents.length, height: side + 2, ppi: PPI } };
}

/** The pixels of a column, its edges left out. */
const insideColumn = (k: number, side = 12) => ({
  left: Math.round((side * k + 1) * MM),
  right: Math.round((side * (k + 1) - 1) * MM),
  top: Math.round(MM),
  bottom: Math.round((side + 1) * MM),
});

function coverageOf(plate: Bitmap, k: number): number {
  const { left, right, top, bottom } = insideColumn(k);
  let ink = 0;
  for (let y = top; y < bottom; y++) for (let x = left; x < right; x++) ink += bitAt(plate, x, y);
  return ink / ((right - left) * (bottom - top));
}

/** How far the column that is furthest off is from its percentage. */
const worstOf = (plate: Bitmap): number =>
  Math.max(...PERCENTS.map((percent, k) => Math.abs(coverageOf(plate, k) - percent / 100)));

describe('tints measure what they say, edges left out', () => {
  test.each(FREQUENCIES)('dots at %s lpi, within 0.5 %%', (lpi) => {
    const plate = bitsOf(tintJob(PERCENTS, lpi, 45));
    expect(worstOf(plate)).toBeLessThan(0.005);
  });

  test.each(['lines', 'grain'] as const)('%s too', (family) => {
    const plate = bitsOf(tintJob(PERCENTS, 42.5, 30, { family }));
    expect(worstOf(plate)).toBeLessThan(0.005);
  });

  test('a gradation runs evenly from one percentage to the other', () => {
    const job = tintJob([10], 65, 45);
    const fill = job.passes[0]!.fills[0];
    const feed = { ...fill.feed, run: 'linear' as const, tintTo: 0.9, fromX: 0, fromY: 0, toX: 0, toY: 14 };
    const plate = bitsOf({ ...job, passes: [{ ...job.passes[0]!, fills: [{ ...fill, feed }] }] });
    const { width, height } = sheetPixels(job.sheet);
    for (const share of [0.2, 0.5, 0.8]) {
      const [top, bottom] = [Math.round((share - 0.1) * height), Math.round((share + 0.1) * height)];
      let ink = 0;
      for (let y = top; y < bottom; y++) for (let x = 0; x < width; x++) ink += bitAt(plate, x, y);
      expect(Math.abs(ink / (width * (bottom - top)) - (0.1 + 0.8 * share))).toBeLessThan(0.01);
    }
  });
});

describe('tints of one frequency and angle', () => {
  const SIDE = 30;
  const job = tintJob([10], 42.5, 15, {}, SIDE);

  /** Phase in turns of the screen's ground wave over a plate, seen from the corner of the sheet. */
  function phaseOf(plate: Bitmap, degrees: number): number {
    const angle = (degrees * Math.PI) / 180;
    const f = 42.5 / PPI;
    const [fx, fy] = [f * Math.cos(angle), -f * Math.sin(angle)];
    const { left, right, top, bottom } = insideColumn(0, SIDE);
    let [re, im] = [0, 0];
    const across = Float64Array.from(
      { length: right },
      (_, x) => Math.sin((Math.PI * (x - left + 0.5)) / (right - left)) ** 2,
    );
    for (let y = top; y < bottom; y++) {
      const down = Math.sin((Math.PI * (y - top + 0.5)) / (bottom - top)) ** 2;
      for (let x = left; x < right; x++) {
        if (bitAt(plate, x, y) === 0) continue;
        const turn = 2 * Math.PI * (fx * x + fy * y);
        re += across[x]! * down * Math.cos(turn);
        im += across[x]! * down * Math.sin(turn);
      }
    }
    return Math.atan2(im, re) / (2 * Math.PI);
  }

  test('share their dot centres to 0.01 pixel', () => {
    expect(planScreen(job.sheet, job.passes[0]!.fills[0].screen, () => null).traits.lattice).toBe(true);
    const plates = [10, 40, 70].map((percent) => bitsOf(tintJob([percent], 42.5, 15, {}, SIDE)));
    for (const direction of [15, 105]) {
      const phases = plates.map((plate) => phaseOf(plate, direction));
      for (const phase of phases.slice(1)) {
        const apart = phase - phases[0]!;
        expect(Math.abs(apart - Math.round(apart)) * (PPI / 42.5)).toBeLessThan(0.01);
      }
    }
  });

  test('the lighter lies inside the darker, pixel by pixel, where both are laid in the same place', () => {
    const at = (percent: number) => bitsOf(tintJob([percent], 42.5, 15)).data;
    const [light, dark] = [at(10), at(40)];
    expect(light.every((byte, k) => (byte & ~dark[k]!) === 0)).toBe(true);
  });
});
