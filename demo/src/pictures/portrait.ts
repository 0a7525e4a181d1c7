import sharp from 'sharp';
import { clamp01, mix, type Rgb, smooth } from '../colour.ts';
import { createNoise, fractal } from '../noise.ts';
import { blended, capsule, Ellipsoid, type Form, toEllipsoid, type Vector } from './solids.ts';

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
/** The depth of a point in the frame of the head before it tilts. */
const turned = (x: number, z: number): number => -x * ST + z * CT;

const SKULL = new Ellipsoid([0, 0.36, 0.12], [0.76, 0.92, 0.86]);
const JAW = new Ellipsoid([0, -0.36, -0.14], [0.53, 0.6, 0.58]);
const CHEEK = new Ellipsoid([0.36, -0.1, -0.5], [0.27, 0.27, 0.25]);
const CHIN = new Ellipsoid([0, -0.8, -0.48], [0.22, 0.18, 0.2]);
const BROW = new Ellipsoid([0, 0.4, -0.66], [0.52, 0.12, 0.16]);
const NOSE = capsule([0, 0.26, -0.76], [0, -0.14, -0.99], 0.085);
const NOSE_TIP = new Ellipsoid([0, -0.18, -0.95], [0.13, 0.1, 0.12]);
const NOSTRIL = new Ellipsoid([0.11, -0.2, -0.86], [0.08, 0.07, 0.09]);
const EAR = new Ellipsoid([0.78, 0.02, 0.1], [0.07, 0.2, 0.13]);

/** Distance to the skin of the head, in its own frame: the face looks towards −z. */
function skin(x: number, y: number, z: number): number {
  const side = Math.abs(x);
  let d = SKULL.distance(x, y, z);
  d = JAW.joined(d, x, y, z, 0.24);
  d = CHEEK.joined(d, side, y, z, 0.2);
  d = CHIN.joined(d, x, y, z, 0.16);
  d = BROW.joined(d, x, y, z, 0.14);
  d = blended(d, NOSE(x, y, z), 0.1);
  d = NOSE_TIP.joined(d, x, y, z, 0.06);
  d = NOSTRIL.joined(d, side, y, z, 0.05);
  return EAR.joined(d, side, y, z, 0.05);
}

const UPPER_LIP = new Ellipsoid([0.075, -0.435, -0.735], [0.13, 0.05, 0.075]);
const LOWER_LIP = new Ellipsoid([0, -0.52, -0.72], [0.17, 0.065, 0.085]);
const lips: Form = (x, y, z) => UPPER_LIP.joined(LOWER_LIP.distance(x, y, z), Math.abs(x), y, z, 0.015);

const CROWN = new Ellipsoid([0, 0.78, 0.3], [0.95, 0.74, 0.92]);
const FRINGE = new Ellipsoid([0.16, 1.05, -0.5], [0.7, 0.34, 0.36]);
const LEFT_SIDE = new Ellipsoid([0.74, 0.0, 0.42], [0.34, 0.95, 0.46]);
const RIGHT_SIDE = new Ellipsoid([-0.74, 0.0, 0.46], [0.34, 0.95, 0.44]);
const BLOWN = new Ellipsoid([0.35, 0.2, 1.0], [0.7, 0.85, 0.6]);

const HAIR = [CROWN, FRINGE, LEFT_SIDE, RIGHT_SIDE, BLOWN];
/** How far joints and strands stand out of the parts, at the most. */
const HAIR_SWELL = 0.3;

function hair(x: number, y: number, z: number): number {
  let d = CROWN.distance(x, y, z);
  d = FRINGE.joined(d, x, y, z, 0.15);
  d = LEFT_SIDE.joined(d, x, y, z, 0.2);
  d = RIGHT_SIDE.joined(d, x, y, z, 0.2);
  // The wind takes some of it back.
  d = BLOWN.joined(d, x, y, z, 0.3);
  if (d > 0.2) return d;
  return (
    d - 0.035 * Math.sin(26 * Math.atan2(x, z + 0.2) + 5 * y) - 0.05 * (fractal(strands, x * 3, y * 2 + z, 3) - 0.5)
  );
}

const GLASS = new Ellipsoid([0.35, 0.16, -0.83], [0.3, 0.25, 0.12]);
const RIM_OUTSIDE = new Ellipsoid([0.35, 0.16, -0.83], [0.345, 0.295, 0.1]);
const RIM_INSIDE = new Ellipsoid([0.35, 0.16, -0.9], [0.285, 0.235, 0.5]);
const BRIDGE = capsule([-0.08, 0.22, -0.93], [0.08, 0.22, -0.93], 0.035);
const ARM = capsule([0.62, 0.2, -0.76], [0.84, 0.16, 0.1], 0.035);

function frame(x: number, y: number, z: number, most: number): number {
  const side = Math.abs(x);
  const rods = Math.min(BRIDGE(x, y, z), ARM(side, y, z));
  if (RIM_OUTSIDE.isBeyond(side, y, z, Math.min(most, rods))) return rods;
  return Math.min(rods, Math.max(RIM_OUTSIDE.distance(side, y, z), -RIM_INSIDE.distance(side, y, z)));
}

const NECK = capsule([0, -0.75, 0.2], [0, -1.7, 0.3], 0.33);
const SHIRT = new Ellipsoid([0, -3.05, 0.4], [1.95, 1.5, 0.85]);
/** Its least and most radii. */
const SCARF_REACH = new Ellipsoid([0, -1.42, 0.2], [0.66, 0.23, 0.6]);
const scarf: Form = (x, y, z) =>
  toEllipsoid(x, y - -1.42, z - 0.2, 0.62 + 0.04 * Math.sin(9 * x), 0.26 + 0.03 * Math.sin(12 * x + 2), 0.6);

const MATERIALS: readonly Material[] = ['skin', 'lips', 'hair', 'glass', 'frame', 'shirt', 'scarf'];
const distances = new Float64Array(MATERIALS.length);

/** Distance to the nearest form; leaves the distance to each material in `distances`. */
function nearest(x: number, y: number, z: number): number {
  const hx = x * CT + z * ST;
  const w = turned(x, z);
  const hy = y * CI - w * SI;
  const hz = y * SI + w * CI;
  const side = Math.abs(hx);
  // What is certainly farther than the nearest form so far is not looked at further.
  let best = blended(skin(hx, hy, hz), NECK(x, y, z), 0.12);
  distances.fill(Number.POSITIVE_INFINITY);
  distances[0] = best;
  const found = (k: number, distance: number): void => {
    distances[k] = distance;
    best = Math.min(best, distance);
  };
  if (!SHIRT.isBeyond(x, y, z, best)) found(5, SHIRT.distance(x, y, z));
  if (!LOWER_LIP.isBeyond(hx, hy, hz, best + 0.02) || !UPPER_LIP.isBeyond(side, hy, hz, best + 0.02))
    found(1, lips(hx, hy, hz));
  if (!HAIR.every((part) => part.isBeyond(hx, hy, hz, best + HAIR_SWELL))) found(2, hair(hx, hy, hz));
  if (!GLASS.isBeyond(side, hy, hz, best)) found(3, GLASS.distance(side, hy, hz));
  found(4, frame(hx, hy, hz, best));
  if (!SCARF_REACH.isBeyond(x, y, z, best)) found(6, scarf(x, y, z));
  return best;
}

/** The material of the form that the last call of `nearest` found at a distance. */
const materialAt = (distance: number): Material => MATERIALS[distances.indexOf(distance)]!;

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
  const at = (x: number, y: number, z: number) => nearest(p[0] + x, p[1] + y, p[2] + z);
  return unit([at(e, 0, 0) - at(-e, 0, 0), at(0, e, 0) - at(0, -e, 0), at(0, 0, e) - at(0, 0, -e)]);
}

/** How much of the key light reaches a point: soft where forms come near its way. */
function lit(p: Vector, n: Vector): number {
  let [t, light] = [0.05, 1];
  for (let k = 0; k < 22 && t < 3; k++) {
    const d = nearest(
      p[0] + n[0] * 0.02 + KEY[0] * t,
      p[1] + n[1] * 0.02 + KEY[1] * t,
      p[2] + n[2] * 0.02 + KEY[2] * t,
    );
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
    const w = turned(p[0], p[2]);
    const [x, y, z] = [p[0] * CT + p[2] * ST, p[1] * CI - w * SI, p[1] * SI + w * CI];
    const strand = 0.6 + 0.8 * fractal(strands, Math.atan2(x, z) * 9, y * 1.3, 3);
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
        const near = nearest(p[0], p[1], p[2]);
        if (near < NEAR) {
          colour = shade(p, d, materialAt(near));
          break;
        }
        t += near * 0.85;
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
