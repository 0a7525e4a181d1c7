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
    { whiteIs: 'white', choke: (chokePx * 25.4) / 300 + 1e-4 },
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

  test('it fades faster than the art, by the square, and reaches solid without a step', () => {
    for (const x of [50, 70, 90, 110, 130, 145]) {
      const wanted = Math.max(0, 1 - (1 - alphaAt(x)) / 0.45) ** 2;
      expect(Math.abs(column(base, x) - wanted)).toBeLessThan(0.06);
    }
    expect(share(base, 0, 0, 80, SIDE)).toBe(0);
    expect(share(base, 160, 0, 40, SIDE)).toBe(1);
  });
  test('little of it shows between the dots of the ink', () => {
    let shows = 0;
    for (let y = 0; y < SIDE; y++) for (let x = 80; x < 150; x++) shows += base(x, y) & (1 - ink(x, y));
    expect(shows / (70 * SIDE)).toBeLessThan(0.1);
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
