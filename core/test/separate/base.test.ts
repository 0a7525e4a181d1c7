import {
  bitAt,
  byteOfLight,
  ciede2000,
  type Lab,
  labOfLight,
  lightOfLab,
  type LinearRgb,
  stockLight,
} from '../../src/index.ts';
import { printBlocks } from './printed-blocks.ts';
import { picture, plateOf, share, SIDE, splitJob } from './split-jobs.ts';

describe('a white base under art on dark cloth', () => {
  const radius = 70;
  const away = (x: number, y: number) => Math.hypot(x - SIDE / 2 + 0.5, y - SIDE / 2 + 0.5);
  const art = picture((x, y) => (away(x, y) <= radius ? [229, 72, 45, 255] : [0, 0, 0, 0]));
  const chokePx = 6;
  const job = splitJob(
    art,
    ['#e5482d', '#1d3f72'],
    '#16181d',
    { whiteIs: 'white', fitDarks: false, choke: (chokePx * 25.4) / 300 + 1e-4 },
    true,
  );
  const base = plateOf(job, art, 'base9');
  const red = plateOf(job, art, 'ink0');

  test('no base stands outside the choked art, and all art farther in than the choke has base', () => {
    let outside = 0;
    let missing = 0;
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        const inward = radius - away(x, y);
        if (base(x, y) && inward < chokePx - 1) outside++;
        if (!base(x, y) && inward > chokePx + 1) missing++;
      }
    }
    expect(outside).toBe(0);
    expect(missing).toBe(0);
  });
  test('the red of the art stands on it to the very edge, and nowhere else', () => {
    expect(share(red, 80, 80, 40, 40)).toBeGreaterThan(0.95);
    expect(share(red, 0, 0, 25, 25)).toBe(0);
    let rim = 0;
    for (let k = 0; k < 360; k++) {
      const at = (r: number) => [SIDE / 2 + r * Math.cos(k), SIDE / 2 + r * Math.sin(k)].map(Math.floor);
      rim += red(at(radius - 3)[0]!, at(radius - 3)[1]!);
    }
    expect(rim / 360).toBeGreaterThan(0.9);
  });
  test('cloth that shows needs no base: black art on black cloth has none', () => {
    const black = picture(() => [22, 24, 29, 255]);
    expect(share(plateOf(job, black, 'base9'), 0, 0, SIDE, SIDE)).toBe(0);
  });
});

describe('a base under art that fades', () => {
  /** Clear at the left, opaque from three quarters on. */
  const alphaAt = (x: number) => Math.min(1, x / (0.75 * SIDE));
  const art = picture((x) => [244, 190, 40, Math.round(255 * alphaAt(x))]);
  const job = splitJob(art, ['#f4be28'], '#16181d', { whiteIs: 'white', fitDarks: false, choke: 0 }, true);
  const base = plateOf(job, art, 'base9');
  const ink = plateOf(job, art, 'ink0');
  const column = (plate: typeof base, x: number) => share(plate, x - 10, 0, 20, SIDE);

  test('it fades with the art and reaches solid without a step', () => {
    for (const x of [50, 70, 90, 110, 130]) expect(Math.abs(column(base, x) - alphaAt(x))).toBeLessThan(0.06);
    expect(share(base, 0, 0, 2, SIDE)).toBeLessThan(0.03);
    expect(share(base, 160, 0, 40, SIDE)).toBe(1);
  });
  test('it lies under the dots of the ink, never alone between them, and no dot is without it', () => {
    let alone = 0;
    let without = 0;
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < SIDE; x++) {
        alone += base(x, y) & (1 - ink(x, y));
        without += ink(x, y) & (1 - base(x, y));
      }
    }
    expect(alone / (SIDE * SIDE)).toBeLessThan(0.01);
    expect(without).toBe(0);
  });
  test('white art that fades is the base itself, as much of it as the art shows', () => {
    const white = picture((x) => [255, 255, 255, Math.round(255 * alphaAt(x))]);
    const onlyBase = plateOf(job, white, 'base9');
    for (const x of [30, 70, 110, 130]) expect(Math.abs(column(onlyBase, x) - alphaAt(x))).toBeLessThan(0.06);
  });
});

describe('covering inks on dark cloth: Night shirt', () => {
  const grey = (L: number) => lightOfLab([L, 0, 0]).map(byteOfLight) as unknown as [number, number, number];
  const lightness = [0, 5, 10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 90, 100];
  // No mesh: it leaves out dots under 4 %, which is a loss of its own.
  const asked = { set: 'night-shirt', side: 120, screen: { smallest: 0, solidFrom: 1 } };
  const greys = printBlocks({ ...asked, colours: lightness.map(grey) });
  const cloth = labOfLight(stockLight(greys.job.sheet.stock));
  const off = (lab: Lab, light: LinearRgb) => ciede2000(lab, labOfLight(light));

  test('a black picture prints nothing: dark art on dark cloth is the cloth', () => {
    lightness.forEach((L, k) => {
      if (L <= 10) expect(greys.coverages[k]).toEqual([0, 0, 0, 0]);
    });
  });
  test('every grey from black to white is as near as cloth and inks come', () => {
    lightness.forEach((L, k) => {
      // The cloth itself is the nearest print of what is as dark as it; its own tint is part of the difference.
      const nearest = L <= 20 ? off([L, 0, 0], lightOfLab(cloth)) : 0;
      expect(off([L, 0, 0], greys.lights[k]!)).toBeLessThan(Math.max(nearest + 0.1, 4));
    });
  });
  test('the base goes with the inks: where art is no lighter than they are it never shows alone', () => {
    const [base, ...inks] = greys.plates;
    lightness.forEach((L, k) => {
      let [alone, without] = [0, 0];
      for (let y = 0; y < asked.side; y++) {
        for (let x = k * asked.side; x < (k + 1) * asked.side; x++) {
          const above = inks.some((plate) => bitAt(plate, x, y) === 1);
          alone += bitAt(base!, x, y) & (above ? 0 : 1);
          without += above && !bitAt(base!, x, y) ? 1 : 0;
        }
      }
      // The choke of 0.3 mm takes the base away along the edge of the art alone.
      if (L > 25) expect(without).toBe(0);
      if (L <= 30) expect(alone / (asked.side * asked.side)).toBeLessThan(0.03);
    });
  });
  test.each([1, 1.5, 2.5])('the ink limit of %d counts the base', (limit) => {
    const colours = [...lightness.map(grey), [200, 40, 20], [20, 90, 90], [240, 200, 60], [120, 90, 60]] as const;
    const { coverages } = printBlocks({ ...asked, colours, settings: { limit } });
    for (const c of coverages) expect(c.reduce((a, b) => a + b, 0)).toBeLessThan(limit + 0.02);
  });
});

test('the smoothed edge of hard art is not screened: a slanting edge of the base is a clean line', () => {
  // One pixel of smoothing along a line that leans by a tenth.
  const art = picture((x, y) => [229, 72, 45, Math.round(255 * Math.min(1, Math.max(0, x - 60 - y / 10)))]);
  const job = splitJob(art, ['#e5482d'], '#16181d', { whiteIs: 'white', fitDarks: false, choke: 0 }, true);
  const base = plateOf(job, art, 'base9');
  for (let y = 0; y < SIDE; y++) {
    let first = 0;
    while (first < SIDE && !base(first, y)) first++;
    expect(Math.abs(first - (61 + y / 10))).toBeLessThan(1.1);
    // From there on nothing is left open.
    expect(share(base, first, y, SIDE - first, 1)).toBe(1);
  }
});
