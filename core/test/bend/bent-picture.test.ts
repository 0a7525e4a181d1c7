import { readyBends } from '../../src/bend/index.ts';
import { bentLight, type BentLightHow } from '../../src/picture/bent-light.ts';
import { motionOf } from '../../src/picture/motion.ts';
import { type Area, type LightReader, rowsOf } from '../../src/raster/area.ts';
import {
  BENT_PICTURE_PARAMS,
  type BentPictureSettings,
  fillOf,
  normalsOf,
  planPass,
  withFill,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { lpi, screenOf } from '../screens.ts';
import { bend, SHEET } from './bends.ts';

const { width: W, height: H } = SHEET;
const WHOLE = { left: 0, top: 0, right: W, bottom: H };

/** Light of a function of the middle of each pixel, 0..65535. */
const lightOf =
  (value: (x: number, y: number) => number): LightReader =>
  (area: Area) => ({
    depth: 16,
    width: area.width,
    rows: rowsOf(area),
    data: Uint16Array.from({ length: area.width * rowsOf(area) }, (_, k) => {
      const [x, y] = [area.x + (k % area.width), area.y + Math.floor(k / area.width) * area.step];
      return Math.round(value(x + 0.5, y + 0.5));
    }),
  });

const STILL: BentLightHow = { places: null, frame: WHOLE, edges: 'bare', motion: null, rough: false };

/** The light of one pixel under a bend and a motion. */
function pixelOf(value: (x: number, y: number) => number, how: Partial<BentLightHow>) {
  const read = bentLight(kernels, lightOf(value), { ...STILL, ...how });
  return (x: number, y: number): number => read({ x, y, width: 1, height: 1, step: 1 }).data[0]!;
}

const motion = (settings: Partial<BentPictureSettings>) =>
  motionOf({ ...normalsOf(BENT_PICTURE_PARAMS), ...settings } as BentPictureSettings, SHEET);

const PIXELS = Array.from(
  { length: 60 },
  (_, k) => [40 + ((k * 197) % (W - 80)), 40 + ((k * 131) % (H - 80))] as const,
);
const waves = (x: number, y: number) => 32000 + 20000 * Math.sin(x / 47) * Math.cos(y / 61);

describe('a picture under bends', () => {
  test.each([
    ['wave', { height: 3, length: 40, direction: 30 }],
    ['swirl', { turn: 70 }],
    ['slant', { sideways: 20 }],
    ['bulge', { amount: 0.5 }],
  ])('%s: what prints at a place is what lay where the bend leads back to', (kind, settings) => {
    const { picture, lattice } = readyBends([bend(kind, settings, 'picture')], SHEET);
    const read = pixelOf(waves, { places: picture, edges: 'mirrored' });
    const at = { x: 0, y: 0 };
    let moved = 0;
    for (const [x, y] of PIXELS) {
      lattice!.back(x + 0.5, y + 0.5, at);
      if (at.x < 1 || at.y < 1 || at.x > W - 1 || at.y > H - 1) continue;
      expect(Math.abs(read(x, y) - waves(at.x, at.y))).toBeLessThan(60);
      moved = Math.max(moved, Math.abs(read(x, y) - waves(x + 0.5, y + 0.5)));
    }
    expect(moved).toBeGreaterThan(2000);
  });

  test.each([
    ['bare', 65535],
    ['mirrored', waves(100, 7.5)],
    ['repeated', waves(100, H - 7.5)],
  ] as const)('%s: what lies beyond the edges of the picture', (edges, light) => {
    // A point 7.5 px below the top edge came from 7.5 px above it: the place grid of a sheet moved by 15 px.
    const { picture } = readyBends(
      [
        bend(
          'light',
          { source: 'picture', picture: 'all black', way: 'direction', amount: 1.5, direction: -90 },
          'picture',
        ),
      ],
      SHEET,
      {
        reads: () => (_x, _y, out) => {
          out.dark = 1;
          out.across = 0;
          out.down = 0;
        },
      },
    );
    const read = pixelOf(waves, { places: picture, edges });
    expect(Math.abs(read(99, 7) - light)).toBeLessThan(700);
    // Inside the picture all three are alike.
    expect(Math.abs(read(99, 300) - waves(99.5, 285.5))).toBeLessThan(60);
  });
});

/** The mean of a function over a motion, by a thousand samples. */
function meanOver(value: (x: number, y: number) => number, own: NonNullable<ReturnType<typeof motion>>) {
  const at = { x: 0, y: 0 };
  return (x: number, y: number): number => {
    let sum = 0;
    for (let k = 0; k < 1000; k++) {
      own.at(x, y, (k + 0.5) / 1000 - 0.5, at);
      sum += value(at.x, at.y);
    }
    return sum / 1000;
  };
}

describe('a picture softened by motion', () => {
  const MOTIONS = [
    ['spin', { motion: 'spin', spin: 12 }],
    ['spin about a corner', { motion: 'spin', spin: 5, centreX: 0.2, centreY: 0.1 }],
    ['zoom', { motion: 'zoom', zoom: 0.15 }],
    ['straight', { motion: 'straight', move: 6, direction: 25 }],
  ] as const;

  test.each(MOTIONS)('%s is the mean over all of the motion', (_, settings) => {
    const own = motion(settings)!;
    const read = pixelOf(waves, { motion: own, edges: 'mirrored' });
    const expected = meanOver(waves, own);
    let softened = 0;
    for (const [x, y] of PIXELS) {
      const far = own.length(x, y) / 2 + 2;
      if (x < far || y < far || x > W - far || y > H - far) continue;
      expect(Math.abs(read(x, y) - expected(x + 0.5, y + 0.5))).toBeLessThan(250);
      softened = Math.max(softened, Math.abs(read(x, y) - waves(x + 0.5, y + 0.5)));
    }
    expect(softened).toBeGreaterThan(1000);
  });

  test('what is alike all round a centre stays as it is under a spin', () => {
    const rings = (x: number, y: number) => 32000 + 20000 * Math.sin(Math.hypot(x - W / 2, y - H / 2) / 20);
    const read = pixelOf(rings, { motion: motion({ motion: 'spin', spin: 40 }) });
    for (const [x, y] of PIXELS) {
      if (Math.hypot(x - W / 2, y - H / 2) > H / 2 - 5) continue;
      expect(Math.abs(read(x, y) - rings(x + 0.5, y + 0.5))).toBeLessThan(250);
    }
  });

  test('an edge becomes a slope as long as the motion', () => {
    const read = pixelOf((x) => (x < 500 ? 0 : 60000), {
      motion: motion({ motion: 'straight', move: 8, direction: 0 }),
    });
    // 8 mm are 80 px.
    for (let k = 0; k <= 16; k++) {
      const expected = Math.min(1, Math.max(0, (k * 10 - 40) / 80));
      expect(Math.abs(read(420 + k * 10, 300) / 60000 - expected)).toBeLessThan(0.03);
    }
  });

  test('a first look takes fewer samples and comes near', () => {
    const own = motion({ motion: 'spin', spin: 8 })!;
    const [exact, rough] = [pixelOf(waves, { motion: own }), pixelOf(waves, { motion: own, rough: true })];
    for (const [x, y] of PIXELS) {
      if (own.length(x, y) / 2 + 2 > Math.min(x, y, W - x, H - y)) continue;
      expect(Math.abs(exact(x, y) - rough(x, y))).toBeLessThan(500);
    }
  });

  test('no motion is none', () => {
    expect(motion({ motion: 'none', spin: 20 })).toBeNull();
    expect(motion({ motion: 'spin', spin: 0 })).toBeNull();
    expect(motion({ motion: 'straight', move: 0 })).toBeNull();
  });
});

describe('on a plate', () => {
  const source = greyPicture(120, 90, (x, y) => (Math.hypot(x - 40, y - 45) < 22 ? 20 : 235));
  const sheet = { width: (480 / 300) * 25.4, height: (360 / 300) * 25.4 };
  const base = pixelJob(480, 360, { width: 120, height: 90 });
  const dots = screenOf('dots', { shape: 'Round' }, { frequency: lpi(40), angle: 15 });
  const first = base.passes[0]!;

  /** Where the middle of all ink lies, of a job whose pass is bent. */
  function inkMiddle(what: 'lattice' | 'picture' | 'picture-alone'): { x: number; y: number; dots: Uint8Array } {
    const own = bend('perspective', {}, what);
    const { width: w, height: h } = sheet;
    const moved = { ...own, settings: { corners: [10, 0, w + 10, 0, w + 10, h, 10, h] } };
    const job = { ...base, passes: [withFill(first, { ...fillOf(first), screen: dots, bend: [moved] })] };
    const plan = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
    plan.prepare();
    for (const _ of plan.begin());
    const plate = plan.plate.read({ x: 0, y: 0, width: 480, height: 360, step: 1 });
    plan.release();
    let [sx, sy, n] = [0, 0, 0];
    const bits = new Uint8Array(480 * 360);
    for (let y = 0; y < 360; y++) {
      for (let x = 0; x < 480; x++) {
        const bit = (plate.data[y * 60 + (x >> 3)]! >> (7 - (x & 7))) & 1;
        bits[y * 480 + x] = bit;
        // Light is printed too; the disc is what lies within its reach.
        if (bit && Math.abs(y - 180) < 90) [sx, sy, n] = [sx + x, sy + y, n + 1];
      }
    }
    return { x: sx / n, y: sy / n, dots: bits };
  }

  test('the picture moves where it is bent and stays where only its lattice is', () => {
    const [lattice, picture, alone] = [inkMiddle('lattice'), inkMiddle('picture'), inkMiddle('picture-alone')];
    // 10 mm are 118 px; what stays bare on the left pulls the middle further.
    expect(picture.x - lattice.x).toBeGreaterThan(70);
    expect(alone.x - lattice.x).toBeGreaterThan(70);
    // The lattice of a picture that is bent alone is that of no bend at all.
    const differ = alone.dots.filter((v, k) => v !== picture.dots[k]).length;
    expect(differ).toBeGreaterThan(500);
  });
});
