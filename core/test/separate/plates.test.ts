import {
  encodeSrgb,
  fillOf,
  planInkTable,
  separated,
  withFill,
  type Job,
  linearOfHex,
  lookUpInks,
  nearestTable,
  normalsOf,
  SEPARATION_PARAMS,
} from '../../src/index.ts';
import { processModel } from './sets.ts';
import { picture, plateOf, share, SIDE, splitJob } from './split-jobs.ts';
import { kernels } from '../plates.ts';

describe('chosen inks for flat art', () => {
  const RED = '#d43a2f';
  const BLUE = '#22508f';
  const bytes = (hex: string) => [1, 3, 5].map((k) => parseInt(hex.slice(k, k + 2), 16)) as [number, number, number];
  const glow = (t: number) => {
    const ink = linearOfHex(BLUE);
    return ink.map((v) => Math.round(255 * encodeSrgb(1 - t * (1 - v)))) as [number, number, number];
  };
  // A red bar, a blue bar, and a glow of blue that fades to paper.
  const art = picture((x, y) => {
    if (y < 60) return [...bytes(RED), 255];
    if (y < 120) return [...bytes(BLUE), 255];
    return [...glow(x / (SIDE - 1)), 255];
  });
  const job = splitJob(art, [RED, BLUE], '#ffffff', { way: 'chosen' });
  const [red, blue] = [plateOf(job, art, 'ink0'), plateOf(job, art, 'ink1')];

  test('hard parts are solid in their own ink and bare in the other', () => {
    expect(share(red, 0, 0, SIDE, 60)).toBe(1);
    expect(share(blue, 0, 0, SIDE, 60)).toBe(0);
    expect(share(blue, 0, 60, SIDE, 60)).toBe(1);
    expect(share(red, 0, 60, SIDE, 60)).toBe(0);
  });
  test('a glow becomes screened tone of its ink alone, in step with its light', () => {
    for (const t of [0.25, 0.5, 0.75]) {
      expect(share(blue, Math.round(t * SIDE) - 20, 130, 40, 60)).toBeGreaterThan(t - 0.12);
      expect(share(blue, Math.round(t * SIDE) - 20, 130, 40, 60)).toBeLessThan(t + 0.12);
    }
    expect(share(red, 0, 120, SIDE, 80)).toBeLessThan(0.01);
  });
  test('another pick moves the plate, the ink stays', () => {
    const other = {
      ...job,
      passes: job.passes.map((p, k) => (k === 0 ? withFill(p, { feed: { ...fillOf(p).feed, pick: '#00ff00' } }) : p)),
    };
    expect(share(plateOf(other, art, 'ink0'), 0, 0, SIDE, 60)).toBe(0);
  });
});

test('red, green and blue lights on black: each dot is sized by its channel', () => {
  const source = picture((x) => [Math.round((255 * x) / SIDE), 128, 30, 255]);
  const start = splitJob(source, ['#ff0000', '#00ff00', '#0000ff'], '#000000', { whiteIs: 'white', fitDarks: false });
  const job: Job = {
    ...start,
    passes: start.passes.map((p) => ({ ...p, ink: { ...p.ink, opacity: 0, meets: 'light' as const } })),
  };
  const table = planInkTable(separated(job, job.separations[0]!)).make(kernels);
  for (const [r, g, b] of [
    [0.2, 0.5, 0.9],
    [1, 0, 0.4],
    [0.7, 0.7, 0.7],
  ] as const) {
    const lights = linearOfHex(
      `#${[r, g, b]
        .map((v) =>
          Math.round(255 * v)
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`,
    );
    lookUpInks(table, r, g, b).forEach((cover, k) => {
      expect(Math.abs(cover - lights[k]!)).toBeLessThan(0.01);
    });
  }
  const green = plateOf(job, source, 'ink1');
  expect(share(green, 0, 0, SIDE, SIDE)).toBeCloseTo(linearOfHex('#008000')[1], 1);
});

test('no bands across a sky: coverages along it bend, but do not jump', () => {
  const table = nearestTable(processModel(), normalsOf(SEPARATION_PARAMS));
  // From the zenith to the glow over the water, in the colours of the demo's evening.
  const [high, low] = [linearOfHex('#27406e'), linearOfHex('#f4b069')].map((light) => light.map(encodeSrgb));
  const steps = 400;
  const along = Array.from({ length: steps + 1 }, (_, k) => {
    const t = k / steps;
    return lookUpInks(table, ...(high!.map((v, c) => v + t * (low![c]! - v)) as [number, number, number]));
  });
  let worst = 0;
  for (let k = 1; k < steps; k++) {
    for (let ink = 0; ink < 4; ink++) {
      worst = Math.max(worst, Math.abs(along[k - 1]![ink]! - 2 * along[k]![ink]! + along[k + 1]![ink]!));
    }
  }
  // Of tone, between steps that are a tenth of a percent of the way apart: an eye's step is about 0.01.
  expect(worst).toBeLessThan(0.004);
});
