import sharp from 'sharp';
import { clamp01, mix, type Rgb, smooth } from '../colour.ts';
import { createNoise, fractal } from '../noise.ts';
import { blended, capsule, ellipsoid, type Vector } from './solids.ts';

const WIDTH = 960;
const HEIGHT = 1200;
/** How far a ray goes on when a form is so near, and when it has hit. */
const NEAR = 0.004;
const STEPS = 70;
const FAR = 9;

type Material = 'skin' | 'lips' | 'hair' | 'glass' | 'frame' | 'shirt' | 'scarf';

const strands = createNoise(12);
const wall = createNoise(31);

/** The head is turned to the side and a little up, as if after a kite. */
const TURN = 0.52;
const TILT = -0.13;
const [CT, ST, CI, SI] = [Math.cos(TURN), Math.sin(TURN), Math.cos(TILT), Math.sin(TILT)];
const toHead = ([x, y, z]: Vector): Vector => {
  const [u, w] = [x * CT + z * ST, -x * ST + z * CT];
  return [u, y * CI - w * SI, y * SI + w * CI];
};

/** Distance to the skin of the head, in its own frame: the face looks towards −z. */
function skin(p: Vector): number {
  const q: Vector = [Math.abs(p[0]), p[1], p[2]];
  let d = ellipsoid(p, [0, 0.36, 0.12], [0.76, 0.92, 0.86]);
  d = blended(d, ellipsoid(p, [0, -0.36, -0.14], [0.53, 0.6, 0.58]), 0.24);
  d = blended(d, ellipsoid(q, [0.36, -0.1, -0.5], [0.27, 0.27, 0.25]), 0.2);
  d = blended(d, ellipsoid(p, [0, -0.8, -0.48], [0.22, 0.18, 0.2]), 0.16);
  d = blended(d, ellipsoid(p, [0, 0.4, -0.66], [0.52, 0.12, 0.16]), 0.14);
  d = blended(d, capsule(p, [0, 0.26, -0.76], [0, -0.14, -0.99], 0.085), 0.1);
  d = blended(d, ellipsoid(p, [0, -0.18, -0.95], [0.13, 0.1, 0.12]), 0.06);
  d = blended(d, ellipsoid(q, [0.11, -0.2, -0.86], [0.08, 0.07, 0.09]), 0.05);
  return blended(d, ellipsoid(q, [0.78, 0.02, 0.1], [0.07, 0.2, 0.13]), 0.05);
}

const lips = (p: Vector): number =>
  blended(
    ellipsoid([Math.abs(p[0]), p[1], p[2]], [0.075, -0.435, -0.735], [0.13, 0.05, 0.075]),
    ellipsoid(p, [0, -0.52, -0.72], [0.17, 0.065, 0.085]),
    0.015,
  );

function hair(p: Vector): number {
  let d = ellipsoid(p, [0, 0.78, 0.3], [0.95, 0.74, 0.92]);
  d = blended(d, ellipsoid(p, [0.16, 1.05, -0.5], [0.7, 0.34, 0.36]), 0.15);
  d = blended(d, ellipsoid(p, [0.74, 0.0, 0.42], [0.34, 0.95, 0.46]), 0.2);
  d = blended(d, ellipsoid(p, [-0.74, 0.0, 0.46], [0.34, 0.95, 0.44]), 0.2);
  // The wind takes some of it back.
  d = blended(d, ellipsoid(p, [0.35, 0.2, 1.0], [0.7, 0.85, 0.6]), 0.3);
  if (d > 0.2) return d;
  return (
    d -
    0.035 * Math.sin(26 * Math.atan2(p[0], p[2] + 0.2) + 5 * p[1]) -
    0.05 * (fractal(strands, p[0] * 3, p[1] * 2 + p[2], 3) - 0.5)
  );
}

function glasses(p: Vector): { glass: number; frame: number } {
  const q: Vector = [Math.abs(p[0]), p[1], p[2]];
  const glass = ellipsoid(q, [0.35, 0.16, -0.83], [0.3, 0.25, 0.12]);
  const rim = Math.max(
    ellipsoid(q, [0.35, 0.16, -0.83], [0.345, 0.295, 0.1]),
    -ellipsoid(q, [0.35, 0.16, -0.9], [0.285, 0.235, 0.5]),
  );
  const bridge = capsule(p, [-0.08, 0.22, -0.93], [0.08, 0.22, -0.93], 0.035);
  const arm = capsule(q, [0.62, 0.2, -0.76], [0.84, 0.16, 0.1], 0.035);
  return { glass, frame: Math.min(rim, bridge, arm) };
}

interface Nearest {
  readonly d: number;
  readonly material: Material;
}

function nearest(p: Vector): Nearest {
  const h = toHead(p);
  const { glass, frame } = glasses(h);
  const neck = capsule(p, [0, -0.75, 0.2], [0, -1.7, 0.3], 0.33);
  const all: readonly (readonly [Material, number])[] = [
    ['skin', blended(skin(h), neck, 0.12)],
    ['lips', lips(h)],
    ['hair', hair(h)],
    ['glass', glass],
    ['frame', frame],
    ['shirt', ellipsoid(p, [0, -3.05, 0.4], [1.95, 1.5, 0.85])],
    [
      'scarf',
      ellipsoid(p, [0, -1.42, 0.2], [0.62 + 0.04 * Math.sin(9 * p[0]), 0.26 + 0.03 * Math.sin(12 * p[0] + 2), 0.6]),
    ],
  ];
  let best = all[0]!;
  for (const one of all) if (one[1] < best[1]) best = one;
  return { d: best[1], material: best[0] };
}

const COLOURS: Readonly<Record<Material, Rgb>> = {
  skin: [0.83, 0.6, 0.46],
  lips: [0.72, 0.16, 0.17],
  hair: [0.13, 0.08, 0.07],
  glass: [0.03, 0.04, 0.06],
  frame: [0.85, 0.24, 0.13],
  shirt: [0.9, 0.86, 0.76],
  scarf: [0.93, 0.68, 0.14],
};
const GLOSS: Readonly<Record<Material, number>> = {
  skin: 0.16,
  lips: 0.4,
  hair: 0.3,
  glass: 1,
  frame: 0.7,
  shirt: 0.04,
  scarf: 0.08,
};

const unit = ([x, y, z]: Vector): Vector => {
  const k = 1 / Math.sqrt(x * x + y * y + z * z);
  return [x * k, y * k, z * k];
};
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const KEY = unit([-0.62, 0.62, -0.62]);
const RIM = unit([0.9, 0.25, 0.5]);

function normalAt(p: Vector): Vector {
  const e = 0.003;
  const at = (x: number, y: number, z: number) => nearest([p[0] + x, p[1] + y, p[2] + z]).d;
  return unit([at(e, 0, 0) - at(-e, 0, 0), at(0, e, 0) - at(0, -e, 0), at(0, 0, e) - at(0, 0, -e)]);
}

/** How much of the key light reaches a point: soft where forms come near its way. */
function lit(p: Vector, n: Vector): number {
  let [t, light] = [0.05, 1];
  for (let k = 0; k < 22 && t < 3; k++) {
    const q: Vector = [
      p[0] + n[0] * 0.02 + KEY[0] * t,
      p[1] + n[1] * 0.02 + KEY[1] * t,
      p[2] + n[2] * 0.02 + KEY[2] * t,
    ];
    const { d } = nearest(q);
    light = Math.min(light, (7 * d) / t);
    if (light < 0.02) return 0;
    t += Math.max(0.04, d);
  }
  return clamp01(light);
}

function shade(p: Vector, d: Vector, material: Material): Rgb {
  const n = normalAt(p);
  let colour = COLOURS[material];
  if (material === 'shirt' && Math.sin(p[1] * 21) > 0.1) colour = [0.13, 0.3, 0.5];
  if (material === 'hair') {
    const h = toHead(p);
    const strand = 0.6 + 0.8 * fractal(strands, Math.atan2(h[0], h[2]) * 9, h[1] * 1.3, 3);
    colour = [colour[0] * strand, colour[1] * strand, colour[2] * strand];
  }
  const key = Math.max(0, dot(n, KEY)) * lit(p, n);
  const rim = Math.max(0, dot(n, RIM)) ** 2;
  const sky = 0.5 + 0.5 * n[1];
  const back = 2 * dot(n, d);
  const mirror: Vector = [d[0] - back * n[0], d[1] - back * n[1], d[2] - back * n[2]];
  const shine = GLOSS[material] * Math.max(0, dot(mirror, KEY)) ** (material === 'glass' ? 60 : 18);
  // In the glasses stands the sky, bright above a dark quay.
  const sea = material === 'glass' ? smooth(0.05, 0.75, mirror[1] + 0.35 * mirror[0]) * 0.34 : 0;
  const warm: Rgb = [1.12, 1.0, 0.86];
  return [0, 1, 2].map((c) =>
    clamp01(
      colour[c]! * (0.17 * sky + 0.08 + 1.05 * key * warm[c]! + 0.42 * rim * [0.75, 0.85, 1.1][c]!) +
        shine * 0.9 +
        sea * [0.95, 0.72, 0.5][c]!,
    ),
  ) as unknown as Rgb;
}

function backdrop(u: number, v: number): Rgb {
  const grain = 0.04 * (fractal(wall, u * 40, v * 40, 4) - 0.5);
  const light = 0.86 - 0.3 * smooth(0, 1.1, Math.hypot(u - 0.3, v - 0.25)) + grain;
  return mix([0.6, 0.66, 0.68], [0.86, 0.87, 0.84], light);
}

/** A studio portrait of someone who does not exist: forms that are blended into each other, lit from the left. */
export async function makePortrait(): Promise<Buffer> {
  const bytes = Buffer.alloc(WIDTH * HEIGHT * 3);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const [u, v] = [(x + 0.5) / WIDTH, (y + 0.5) / HEIGHT];
      const o: Vector = [0.05, 0, -6.2];
      const d = unit([(u - 0.5) * 0.68, (0.46 - v) * 0.85, 1]);
      let colour = backdrop(u, v);
      let t = 4;
      for (let k = 0; k < STEPS && t < FAR; k++) {
        const p: Vector = [o[0] + d[0] * t, o[1] + d[1] * t, o[2] + d[2] * t];
        const near = nearest(p);
        if (near.d < NEAR) {
          colour = shade(p, d, near.material);
          break;
        }
        t += near.d * 0.85;
      }
      for (let c = 0; c < 3; c++) {
        const light = clamp01(colour[c]!);
        bytes[3 * (y * WIDTH + x) + c] = Math.round(255 * light ** (1 / 2.2));
      }
    }
  }
  return sharp(bytes, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .png()
    .toBuffer();
}
