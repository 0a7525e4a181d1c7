import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type Artwork,
  fillOf,
  type Job,
  memorySource,
  mosaicSettings,
  type PictureSource,
  planPass,
  RELIEF_KINDS,
  sheetPixels,
  writeOutput,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { outputBytes, outputEnv } from '../outputs.ts';
import { kernels } from '../plates.ts';

const PALETTE = ['#1e1b18', '#f0502e', '#0b6e75', '#f2c230', '#f5f1e8'];

/** A picture in which red runs to the right, blue downwards, and green between. */
const [WIDE, HIGH] = [360, 240];
const colours = memorySource(
  WIDE,
  HIGH,
  4,
  Uint8Array.from({ length: WIDE * HIGH * 4 }, (_, k) => {
    const [x, y] = [(k >> 2) % WIDE, Math.floor((k >> 2) / WIDE)];
    const [right, down] = [(255 * x) / WIDE, (255 * y) / HIGH];
    return [right, (right + down) / 2, down, 255].map(Math.round)[k % 4]!;
  }),
);
const even = memorySource(8, 8, 4, new Uint8Array(256).fill(150).fill(255, 3, 4));

/** A job whose pass prints a mosaic of a picture. */
function mosaicJob(source: PictureSource, marks: object, side: readonly [number, number] = [WIDE, HIGH]): Job {
  const job = pixelJob(side[0], side[1], source, { feed: { part: 'colour' } });
  const own = fillOf(job.passes[0]!).screen;
  return pixelJob(side[0], side[1], source, {
    feed: { part: 'colour' },
    screen: { family: 'marks', marks: { ...own.marks, colour: 'palette', palette: PALETTE, ...marks } as never },
  });
}

/** The print of a job's pass at one pixel of the sheet each, RGBA. */
function printOf(job: Job, source: PictureSource): Artwork {
  const { width, height } = sheetPixels(job.sheet);
  const plan = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
  const plate = plan.plate.read({ x: 0, y: 0, width, height, step: 1 }) as Artwork;
  plan.release();
  return plate;
}

const hexAt = ({ width, data }: Artwork, x: number, y: number): string =>
  `#${Buffer.from(data.subarray(4 * (y * width + x), 4 * (y * width + x) + 3)).toString('hex')}`;

/** The angle, in degrees counter-clockwise from the right, at which the mean of weights lies seen from the middle. */
function wayTo(side: number, weight: (x: number, y: number) => number): number {
  let [sx, sy] = [0, 0];
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const w = weight(x, y);
      sx += w * (x + 0.5 - side / 2);
      sy += w * (side / 2 - y - 0.5);
    }
  }
  return (Math.atan2(sy, sx) * 180) / Math.PI;
}

/** How far two angles are apart, in degrees. */
const apart = (a: number, b: number): number => Math.abs(((((a - b) % 360) + 540) % 360) - 180);

describe('light', () => {
  const SIDE = 240;
  /** How far a shadow or a lit side may be off, in degrees: a pill is longer than it is wide, and so are they. */
  const most = (relief: string) => (relief === 'pill' ? 40 : 8);
  const piece = (relief: string, part: object) => ({
    ...mosaicSettings(relief),
    across: 1,
    down: 1,
    gap: 0.5,
    colour: 'cell',
    groundColour: ['#ffffff'],
    height: 0.6,
    gloss: 0,
    ...part,
  });
  const lightness = (print: Artwork, x: number, y: number) => print.data[4 * (y * print.width + x) + 1]!;

  test.each(RELIEF_KINDS.map((kind) => kind.name))('%s: shadows fall on the side away from the light', (relief) => {
    for (const [light, turn] of [
      [0, 0],
      [135, 0],
      [135, 30],
      [250, 0],
    ] as const) {
      const print = (shadow: number) =>
        printOf(mosaicJob(even, piece(relief, { light, turn, shadow }), [SIDE, SIDE]), even);
      const [lit, shaded] = [print(0), print(0.8)];
      // Where the ground is darker with shadows than without: beside the piece alone.
      const way = wayTo(SIDE, (x, y) => (lightness(lit, x, y) === 255 ? 255 - lightness(shaded, x, y) : 0));
      expect(apart(way, light + 180)).toBeLessThan(most(relief));
    }
  });

  test.each(RELIEF_KINDS.map((kind) => kind.name))('%s: the side towards the light is the brighter one', (relief) => {
    for (const light of [0, 90, 200]) {
      const print = printOf(mosaicJob(even, piece(relief, { light, shadow: 0 }), [SIDE, SIDE]), even);
      const way = wayTo(SIDE, (x, y) => (lightness(print, x, y) === 255 ? 0 : lightness(print, x, y) - 150));
      expect(apart(way, light)).toBeLessThan(most(relief));
    }
  });
});

test('a piece looks the same in whichever part of the sheet it is read', () => {
  // On cells of twelve pixels some pixels lie on the border of two places of the table of light.
  const job = mosaicJob(colours, { ...mosaicSettings('bead'), across: 30, down: 20 });
  const { data } = printOf(job, colours);
  const plan = planPass({ kernels, pictures: () => colours }, job, job.passes[0]!);
  for (const high of [7, 43]) {
    for (let y = 0; y < HIGH; y += high) {
      const [x, height] = [(5 * y) % 60, Math.min(high, HIGH - y)];
      const part = plan.plate.read({ x, y, width: WIDE - x, height, step: 1 }) as Artwork;
      for (let k = 0; k < height; k++) {
        const row = Buffer.from(part.data.buffer, part.data.byteOffset + 4 * k * part.width, 4 * part.width);
        const at = 4 * ((y + k) * WIDE + x);
        expect(row.equals(data.subarray(at, at + 4 * part.width))).toBe(true);
      }
    }
  }
  plan.release();
});

describe.each([
  ['nearest colours', false],
  ['diffused', true],
])('pieces of a palette, %s', (_, diffuse) => {
  const job = mosaicJob(colours, { ...mosaicSettings('none'), across: 30, down: 20, gap: 0, diffuse });
  const counted = new Map<string, number>();
  beforeAll(() => {
    const print = printOf(job, colours);
    for (let y = 6; y < HIGH; y += 12) {
      for (let x = 6; x < WIDE; x += 12) counted.set(hexAt(print, x, y), (counted.get(hexAt(print, x, y)) ?? 0) + 1);
    }
  });

  test('have no other colour, and the list counts what is printed', async () => {
    const list = Buffer.from(await outputBytes(job, { kind: 'piece-counts' }, () => colours)).toString('utf8');
    const lines = list.trim().split('\n').slice(1);
    expect([...counted.keys()].every((hex) => PALETTE.includes(hex))).toBe(true);
    expect(counted.size).toBeGreaterThan(3);
    expect(new Map(lines.map((l) => [l.split(',')[0], Number(l.split(',')[3])]))).toEqual(counted);
    expect([...counted.values()].reduce((a, b) => a + b)).toBe(600);
  });

  test('are numbered in the sections of the build map as often as its legend says', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'map-'));
    const said: string[] = [];
    const pieces: Uint8Array[] = [];
    // The words of the map are outlines: they are noted as they are asked for.
    const words = (text: string) => {
      said.push(text);
      return { path: '', width: 0 };
    };
    const sink = { write: (b: Uint8Array) => void pieces.push(b.slice()), patch() {}, aside: () => null as never };
    await writeOutput({ ...outputEnv(() => colours), words }, job, { kind: 'build-map' }, sink as never);
    const legend = said.findIndex((text) => text.startsWith('Legend: 600 pieces'));
    const first = said.indexOf('Section 1');
    const numbered = said.slice(first).filter((text) => /^\d+$/.test(text));
    expect(numbered).toHaveLength(600);
    const inLegend = new Map<string, number>();
    // Each colour has its number, its name and its count.
    for (let k = legend + 1; k < first; k += 3) {
      const [number, name, count] = said.slice(k, k + 3) as [string, string, string];
      expect(Number(count)).toBe(counted.get(name));
      inLegend.set(number, Number(count));
    }
    expect(inLegend.size).toBe(counted.size);
    for (const [number, count] of inLegend) expect(numbered.filter((n) => n === number)).toHaveLength(count);
    writeFileSync(join(folder, 'map.pdf'), Buffer.concat(pieces));
    const pages = execFileSync('pdfinfo', [join(folder, 'map.pdf')], { encoding: 'utf8' });
    rmSync(folder, { recursive: true });
    // 30 × 20 pieces in sections about 16 wide: two by two, after the overview and the legend.
    expect(pages).toMatch(/Pages: +6\n/);
  });
});
