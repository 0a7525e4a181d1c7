import {
  type Bitmap,
  bitAt,
  countInk,
  type Fill,
  planPass,
  type Screen,
  sheetPixels,
  type WearSettings,
} from '../../src/index.ts';
import { isWorn } from '../../src/wear/worn-plate.ts';
import { WEAR_KINDS } from '../../src/wear/kinds/index.ts';
import { kernels } from '../plates.ts';
import { bitsOf, fillJob, NO_PICTURES, plateOf, rectangle, tinted } from '../stencil/fill-jobs.ts';

const NONE = tinted('a', 0).wear;
const worn = (change: Partial<WearSettings>): WearSettings => ({ ...NONE, ...change });
const jobOf = (wear: WearSettings, change: Partial<Fill> = {}, tint = 0.7) =>
  fillJob([tinted('a', tint, { wear, ...change })], []);
const KINDS = WEAR_KINDS.map((kind) => kind.name);

/** Pixels of one plate that the other has not. */
function only(a: Bitmap, b: Bitmap): number {
  let n = 0;
  for (let y = 0; y < a.height; y++) for (let x = 0; x < a.width; x++) if (bitAt(a, x, y) && !bitAt(b, x, y)) n++;
  return n;
}

describe.each(KINDS)('%s', (kind) => {
  const whole = bitsOf(jobOf(NONE));

  test('takes ink away and never adds any, more with a greater amount', () => {
    let before = countInk(whole.data);
    for (const amount of [0.2, 0.5, 1]) {
      const plate = bitsOf(jobOf(worn({ [kind]: amount })));
      expect(only(plate, whole)).toBe(0);
      expect(countInk(plate.data)).toBeLessThan(before);
      before = countInk(plate.data);
    }
    expect(before).toBeLessThan(0.97 * countInk(whole.data));
    expect(before).toBeGreaterThan(0);
  });

  test('what a smaller amount takes, a greater one takes too', () => {
    const little = bitsOf(jobOf(worn({ [kind]: 0.3 })));
    const much = bitsOf(jobOf(worn({ [kind]: 0.8 })));
    expect(only(much, little)).toBe(0);
  });

  test('equal however the sheet is cut into areas, and other with another seed', () => {
    const job = jobOf(worn({ [kind]: 0.6 }));
    const plate = bitsOf(job);
    const plan = planPass({ kernels, pictures: NO_PICTURES }, job, job.passes[0]!);
    for (const area of [
      { x: 0, y: 0, width: 400, height: 61, step: 1 },
      { x: 128, y: 61, width: 136, height: 100, step: 1 },
      { x: 264, y: 3, width: 136, height: 240, step: 4 },
    ]) {
      const part = plan.plate.read(area) as Bitmap;
      for (let k = 0; k < part.height; k++) {
        for (let x = 0; x < area.width; x++)
          expect(bitAt(part, x, k)).toBe(bitAt(plate, area.x + x, area.y + k * area.step));
      }
    }
    plan.release();
    const other = bitsOf(jobOf(worn({ [kind]: 0.6, seed: 2 })));
    expect(only(plate, other)).toBeGreaterThan(100);
  });

  test('the same places at any resolution', () => {
    const share = (ppi: number) => {
      const job = jobOf(worn({ [kind]: 0.6, size: 1 }), {}, 1);
      const finer = { ...job, sheet: { ...job.sheet, ppi } };
      const plate = bitsOf(finer);
      const { width, height } = sheetPixels(finer.sheet);
      // Ink of squares of 2 mm.
      return Array.from({ length: 300 }, (_, k) => {
        const [left, top] = [(k % 20) / 20, Math.floor(k / 20) / 15];
        let [ink, count] = [0, 0];
        for (let y = Math.round(top * height); y < Math.round((top + 1 / 15) * height); y++) {
          for (let x = Math.round(left * width); x < Math.round((left + 1 / 20) * width); x++, count++)
            ink += bitAt(plate, x, y);
        }
        return ink / count;
      });
    };
    const [coarse, fine] = [share(254), share(508)];
    const apart = coarse.reduce((sum, v, k) => sum + Math.abs(v - fine[k]!), 0) / coarse.length;
    expect(apart).toBeLessThan(0.05);
  });
});

describe('wear of any screen', () => {
  test.each(['dots', 'lines', 'grain', 'tile'] as const)('%s', (family) => {
    const screen: Screen = { ...tinted('x', 0).screen, family };
    const wear = worn({ chips: 0.6 });
    const whole = bitsOf(jobOf(NONE, { screen }));
    const plate = bitsOf(jobOf(wear, { screen }));
    expect(only(plate, whole)).toBe(0);
    expect(only(whole, plate)).toBeGreaterThan(500);
  });

  test('levels and palettes lose their ink to bare stock', () => {
    const grain = tinted('x', 0).screen;
    const levels: Screen = { ...grain, family: 'grain', grain: { ...grain.grain, levels: 4 } };
    const [whole, plate] = [NONE, worn({ starved: 1 })].map((wear) => plateOf(jobOf(wear, { screen: levels })));
    const inkOf = (p: typeof whole) => p!.data.reduce((a, b) => a + b, 0);
    expect(inkOf(plate)).toBeLessThan(0.9 * inkOf(whole));
  });

  test('only the fill that is worn is worn, and one that is not is not made anew', () => {
    const wear = worn({ chips: 1 });
    const stencil = rectangle('s', 20, 0, 20, 30);
    const plate = bitsOf(fillJob([tinted('a', 0.6), tinted('b', 0.6, { stencil: 's', wear })], [stencil]));
    const whole = bitsOf(fillJob([tinted('a', 0.6)], []));
    let [left, right] = [0, 0];
    for (let y = 0; y < 300; y++) {
      for (let x = 0; x < 400; x++) {
        if (bitAt(plate, x, y) === bitAt(whole, x, y)) continue;
        if (x < 200) left++;
        else right++;
      }
    }
    expect(left).toBe(0);
    expect(right).toBeGreaterThan(1000);
    expect(isWorn(NONE)).toBe(false);
  });
});
