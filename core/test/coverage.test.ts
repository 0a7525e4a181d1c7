import {
  bitAt,
  planPass,
  DOT_SHAPES,
  isBitmap,
  LATTICES,
  LINE_KINDS,
  type Bitmap,
  type Job,
  type PictureSource,
  type Screen,
  spectrumPeak,
  filePicture,
  dotShape,
} from '../src/index.ts';
import { angleApart } from './angles.ts';
import { greyPicture, pixelJob } from './jobs.ts';
import { keptScreens } from './kept-screens.ts';
import { kernels } from './plates.ts';
import { compiledFor, lpi, screenOf, thresholdsOf, worstCoverage } from './screens.ts';

/** 100 mm at 300 ppi. */
const SIDE = 1181;
const at = (frequency: number, angle: number) => ({ frequency: lpi(frequency), angle });

/** A drawn tile: a leaf-like blot with soft and hard edges, neither side a power of two. */
const TILE = greyPicture(90, 60, (x, y) => {
  const d = Math.hypot((x - 45) / 40, (y - 30 + 8 * Math.sin(x / 9)) / 22);
  return d < 0.5 ? 30 * d : Math.min(255, 140 * d);
});

const hatch = { kind: 'cross-hatch', directions: 4 };
const hand = { breaks: 0.3, wobble: 0.4 };

/** Every threshold screen there is, by what it is called here. */
const SCREENS: readonly (readonly [string, Screen])[] = [
  ...DOT_SHAPES.map((d) => [`dots ${d.name}`, screenOf('dots', { shape: d.name }, at(53.3, 15))] as const),
  ...LATTICES.map(
    (l) => [`lattice ${l.name}`, screenOf('dots', { shape: 'Round', lattice: l.name }, at(30, 20))] as const,
  ),
  ...LATTICES.map(
    (l) => [`soft ${l.name}`, screenOf('dots', { shape: 'Cone', lattice: l.name, softness: 0.6 }, at(25, 7))] as const,
  ),
  ...LINE_KINDS.map((k) => [`lines ${k.name}`, screenOf('lines', { kind: k.name }, at(40, 33))] as const),
  ...LINE_KINDS.map(
    (k) => [`lines by hand ${k.name}`, screenOf('lines', { kind: k.name, ...hand }, at(25, 10))] as const,
  ),
  ['hatch in four', screenOf('lines', { ...hatch }, at(30, 12))],
  ['spiral of five arms', screenOf('lines', { kind: 'spiral', arms: 5 }, at(30, 0))],
  ['rings off the sheet', screenOf('lines', { kind: 'concentric' }, { ...at(30, 0), centreX: 1.4, centreY: -0.3 })],
  ['tile', screenOf('tile', { picture: 'tile' }, at(20, 15))],
  ['tile half-drop', screenOf('tile', { picture: 'tile', repeat: 'half-drop', soften: 0.05 }, at(20, 15))],
];

describe('coverage equals tone (definition of a threshold screen), 64 tones', () => {
  test.each(SCREENS)('%s', (_, screen) => {
    const compiled = compiledFor(screen, SIDE, TILE);
    const worst = worstCoverage(thresholdsOf(compiled, SIDE), 64);
    // Screens that repeat are held over whole tiles, others over the sheet.
    expect(worst).toBeLessThanOrEqual(compiled.tile ? 1 / 512 : 1 / 200);
    if (compiled.tile) expect(worstCoverage(compiled.tile.data, 256)).toBeLessThanOrEqual(1 / 1024);
  });

  test('without re-levelling the heights decide: a cone covers π/4 of the square of its tone', () => {
    const compiled = compiledFor(screenOf('dots', { shape: 'Cone', relevel: false }, at(15, 30)), SIDE);
    const data = thresholdsOf(compiled, SIDE);
    const covered = (tone: number) => data.filter((t) => tone * 65535 > t).length / data.length;
    const { spot } = dotShape('Cone')!;
    for (const [x, y, height] of [
      [0, 0, 1],
      [0.6, -0.8, 1 - Math.SQRT2],
      [-1, 1, -1],
    ] as const) {
      expect(spot(x, y)).toBeCloseTo(height, 12);
    }
    // Threshold (1 − height) / 2 is radius / √2, so tone t fills a disc of radius √2 t in a cell of side 2.
    expect(covered(0.3)).toBeCloseTo((Math.PI * 2 * 0.09) / 4, 2);
    expect(covered(0.6)).toBeCloseTo((Math.PI * 2 * 0.36) / 4, 2);
  });
});

const caches = keptScreens();

/** The plate of a flat tone. */
function flat(screen: Screen, side: number, value: number): Bitmap {
  const source: PictureSource = greyPicture(side, side, () => value);
  const base = pixelJob(side, side, source, { tone: { meaning: 'even' }, screen });
  const tile = filePicture({ id: 'tile', name: 'tile', hash: 'b'.repeat(64), width: 90, height: 60 });
  const job: Job = { ...base, pictures: [...base.pictures, tile] };
  const pictures = (hash: string) => (hash === tile.hash ? TILE : source);
  const chain = planPass({ kernels, pictures, caches }, job, job.passes[0]!);
  const plate = chain.plate.read({ x: 0, y: 0, width: side, height: side, step: 1 });
  chain.release();
  if (!isBitmap(plate)) throw new Error('a threshold screen prints one bit a pixel');
  return plate;
}

const ORDERED = ['bayer-2', 'bayer-8', 'clustered-6', 'blue-noise', 'blue-noise-64', 'white-noise', 'cut-off'];
const THRESHOLD_SCREENS = [
  ...SCREENS.filter(([name]) => !name.startsWith('dots') || name === 'dots Sector'),
  ...ORDERED.map((method) => [`grain ${method}`, screenOf('grain', { method })] as const),
  ['one tone a cell', screenOf('dots', { lattice: 'hexagonal' }, { ...at(30, 20), oneTone: true })] as const,
];

test.each(THRESHOLD_SCREENS)('a darker tone never removes a pixel: %s', (_, screen) => {
  let before: Bitmap | null = null;
  let removed = 0;
  for (const value of [250, 201, 200, 199, 128, 127, 60, 3]) {
    const now = flat(screen, 160, value);
    before?.data.forEach((byte, k) => {
      if (byte & ~now.data[k]!) removed++;
    });
    before = now;
  }
  expect(removed).toBe(0);
  expect(flat(screen, 160, 0).data.every((byte) => byte === 255)).toBe(true);
  expect(flat(screen, 160, 255).data.every((byte) => byte === 0)).toBe(true);
});

test.each([
  ...SCREENS.filter(([name]) => !name.startsWith('dots') || name === 'dots Sector'),
  ...LATTICES.map(
    (l) =>
      [`one tone a cell ${l.name}`, screenOf('dots', { lattice: l.name }, { ...at(25, 20), oneTone: true })] as const,
  ),
])('no seams: blocks of the sheet are parts of the whole plate: %s', (_, screen) => {
  const side = 200;
  const source = greyPicture(side, side, (x, y) => 128 + 100 * Math.sin(x / 37) * Math.cos(y / 23));
  const base = pixelJob(side, side, source, { tone: { meaning: 'even' }, screen });
  const tile = filePicture({ id: 'tile', name: 'tile', hash: 'b'.repeat(64), width: 90, height: 60 });
  const job: Job = { ...base, pictures: [...base.pictures, tile] };
  const plateOf = (area: { x: number; y: number; width: number; height: number }) => {
    const pictures = (hash: string) => (hash === tile.hash ? TILE : source);
    const chain = planPass({ kernels, pictures, caches }, job, job.passes[0]!);
    const plate = chain.plate.read({ ...area, step: 1 });
    chain.release();
    return plate as Bitmap;
  };
  const whole = plateOf({ x: 0, y: 0, width: side, height: side });
  let different = 0;
  for (const area of [
    { x: 0, y: 0, width: 128, height: 96 },
    { x: 128, y: 96, width: 72, height: 104 },
    { x: 33, y: 61, width: 50, height: 47 },
  ]) {
    const part = plateOf(area);
    for (let y = 0; y < area.height; y++) {
      for (let x = 0; x < area.width; x++) if (bitAt(part, x, y) !== bitAt(whole, area.x + x, area.y + y)) different++;
    }
  }
  expect(different).toBe(0);
});

describe('frequency and angle of the plates (by definition, from their spectrum)', () => {
  test.each([
    ['hexagonal', 'Round', 60],
    ['staggered', 'SimpleDot', 180],
  ] as const)('a %s lattice', (lattice, shape, fold) => {
    const plate = flat(screenOf('dots', { lattice, shape }, at(40, 17)), 1024, 190);
    const peak = spectrumPeak((x, y) => bitAt(plate, x, y), 1024, 1024)!;
    if (lattice === 'hexagonal') {
      // Rows of dots are one pitch apart, at right angles to the wave.
      expect(Math.abs((peak.frequency * 300) / 40 - 1)).toBeLessThan(0.001);
      expect(angleApart(peak.angle, 17 + 90, fold)).toBeLessThan(0.05);
    } else {
      // Half-offset rows: the waves are (1, −½) and (0, 1) to the cell.
      const [u, v] = [peak.frequency * (300 / 40), angleApart(peak.angle, 17, fold)];
      const expected = [Math.hypot(1, 0.5), 1];
      expect(Math.min(...expected.map((e) => Math.abs(u / e - 1)))).toBeLessThan(0.001);
      expect(Math.min(Math.abs(v - 90), Math.abs(v - (Math.atan(0.5) * 180) / Math.PI))).toBeLessThan(0.05);
    }
  });

  test('straight lines lie at right angles to their wave', () => {
    const plate = flat(screenOf('lines', { kind: 'straight' }, at(47.1, 8.2)), 1024, 128);
    const peak = spectrumPeak((x, y) => bitAt(plate, x, y), 1024, 1024)!;
    expect(Math.abs((peak.frequency * 300) / 47.1 - 1)).toBeLessThan(0.001);
    expect(angleApart(peak.angle, 98.2, 180)).toBeLessThan(0.05);
  });
});
