import sharp from 'sharp';
import { clamp01, mix, type Rgb, smooth } from '../colour.ts';
import { createNoise, fractal } from '../noise.ts';
import { random } from '../random.ts';

const WIDTH = 2000;
const HEIGHT = 1500;
/** Rays for each pixel; each goes to another point of the lamp. */
const RAYS = 4;

type Vector = readonly [number, number, number];

interface Hit {
  readonly t: number;
  readonly normal: Vector;
  readonly colour: Rgb;
  readonly gloss: number;
}

interface Ball {
  readonly centre: Vector;
  readonly radius: number;
  readonly colour: Rgb;
  readonly gloss: number;
}

/** A spool, a ball, a bowl of lamps and pebbles: all built of spheres and one upright cylinder. */
const BALLS: readonly Ball[] = [
  { centre: [-1.55, 1.15, 0.2], radius: 1.15, colour: [0.78, 0.2, 0.12], gloss: 0.55 },
  { centre: [1.75, 0.72, -0.9], radius: 0.72, colour: [0.93, 0.7, 0.2], gloss: 0.35 },
  { centre: [2.75, 0.42, 0.1], radius: 0.42, colour: [0.14, 0.42, 0.46], gloss: 0.7 },
  { centre: [-0.2, 0.34, -1.5], radius: 0.34, colour: [0.85, 0.82, 0.76], gloss: 0.15 },
  { centre: [0.62, 0.22, -1.85], radius: 0.22, colour: [0.16, 0.15, 0.17], gloss: 0.8 },
  { centre: [-2.9, 0.3, -1.1], radius: 0.3, colour: [0.6, 0.55, 0.5], gloss: 0.1 },
];
const SPOOL = { x: 0.55, z: 0.75, radius: 0.62, height: 2.1, colour: [0.86, 0.76, 0.58] as Rgb };
const LAMP: Vector = [-4.2, 7, -4.5];
const LAMP_SIZE = 2.2;

const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const add = (a: Vector, b: Vector, k: number): Vector => [a[0] + b[0] * k, a[1] + b[1] * k, a[2] + b[2] * k];
const unit = (a: Vector): Vector => add([0, 0, 0], a, 1 / Math.sqrt(dot(a, a)));

const grainNoise = createNoise(4);

function ballAt(o: Vector, d: Vector, ball: Ball): number {
  const oc = add(o, ball.centre, -1);
  const b = dot(oc, d);
  const h = b * b - dot(oc, oc) + ball.radius * ball.radius;
  if (h < 0) return -1;
  const t = -b - Math.sqrt(h);
  return t > 1e-3 ? t : -1;
}

function spoolAt(o: Vector, d: Vector): { t: number; normal: Vector } | null {
  const [x, z] = [o[0] - SPOOL.x, o[2] - SPOOL.z];
  const a = d[0] * d[0] + d[2] * d[2];
  const b = x * d[0] + z * d[2];
  const h = b * b - a * (x * x + z * z - SPOOL.radius * SPOOL.radius);
  if (h < 0) return null;
  const side = (-b - Math.sqrt(h)) / a;
  const y = o[1] + d[1] * side;
  if (side > 1e-3 && y > 0 && y < SPOOL.height)
    return { t: side, normal: [(x + d[0] * side) / SPOOL.radius, 0, (z + d[2] * side) / SPOOL.radius] };
  const top = (SPOOL.height - o[1]) / d[1];
  const [tx, tz] = [x + d[0] * top, z + d[2] * top];
  return top > 1e-3 && tx * tx + tz * tz < SPOOL.radius * SPOOL.radius ? { t: top, normal: [0, 1, 0] } : null;
}

function spoolColour(p: Vector): Rgb {
  const wood = p[1] < 0.25 || p[1] > SPOOL.height - 0.25;
  if (wood) return SPOOL.colour;
  const wound = 0.55 + 0.45 * Math.abs(Math.sin(p[1] * 75 + Math.atan2(p[2] - SPOOL.z, p[0] - SPOOL.x) * 1.5));
  return [0.2 * wound, 0.34 * wound, 0.6 * wound];
}

function nearest(o: Vector, d: Vector): Hit | null {
  let best: Hit | null = null;
  const floor = -o[1] / d[1];
  if (floor > 1e-3) {
    const p = add(o, d, floor);
    const cloth =
      0.62 + 0.16 * fractal(grainNoise, p[0] * 9, p[2] * 9, 4) + 0.05 * Math.sin(p[0] * 40) * Math.sin(p[2] * 40);
    best = { t: floor, normal: [0, 1, 0], colour: [cloth, cloth * 0.95, cloth * 0.87], gloss: 0 };
  }
  for (const ball of BALLS) {
    const t = ballAt(o, d, ball);
    if (t > 0 && (!best || t < best.t))
      best = {
        t,
        normal: add([0, 0, 0], add(add(o, d, t), ball.centre, -1), 1 / ball.radius),
        colour: ball.colour,
        gloss: ball.gloss,
      };
  }
  const spool = spoolAt(o, d);
  if (spool && (!best || spool.t < best.t)) best = { ...spool, colour: spoolColour(add(o, d, spool.t)), gloss: 0.12 };
  return best;
}

const shadowed = (p: Vector, d: Vector): boolean => BALLS.some((b) => ballAt(p, d, b) > 0) || spoolAt(p, d) !== null;

const backdrop = (d: Vector): Rgb => {
  const v = 0.16 + 0.4 * clamp01(1 - Math.hypot(d[0] + 0.25, d[1] - 0.1) * 1.25);
  return [v * 0.98, v * 0.96, v];
};

function light(o: Vector, d: Vector, next: () => number, bounce: boolean): Rgb {
  const hit = nearest(o, d);
  if (!hit) return backdrop(d);
  const p = add(o, d, hit.t);
  const lamp: Vector = [LAMP[0] + (next() - 0.5) * LAMP_SIZE, LAMP[1], LAMP[2] + (next() - 0.5) * LAMP_SIZE];
  const to = unit(add(lamp, p, -1));
  const start = add(p, hit.normal, 2e-3);
  const lit = Math.max(0, dot(hit.normal, to)) * (shadowed(start, to) ? 0 : 1);
  const near = 1 - 0.55 * Math.exp(-Math.max(0, p[1]) * 2.4) * (hit.normal[1] < 0.5 ? 1 : 0);
  const sky = (0.17 + 0.1 * hit.normal[1]) * near;
  const fade = 1 / (1 + 0.004 * hit.t * hit.t);
  const mirror = add(d, hit.normal, -2 * dot(d, hit.normal));
  const spark = lit > 0 ? hit.gloss * Math.max(0, dot(mirror, to)) ** 60 * 1.6 : 0;
  const seen = bounce && hit.gloss > 0.1 ? light(start, mirror, next, false) : ([0, 0, 0] as Rgb);
  const rim = hit.gloss * (0.08 + 0.5 * (1 - Math.abs(dot(d, hit.normal))) ** 4);
  const shaded = [0, 1, 2].map(
    (c) => (hit.colour[c]! * (lit * 0.95 + sky) + seen[c]! * rim + spark) * fade,
  ) as unknown as Rgb;
  // The cloth hangs up into the backdrop: far away one becomes the other.
  return mix(shaded, backdrop(d), smooth(9.5, 15, hit.t));
}

/** A studio still life rendered with one large lamp: soft shadows, shine, cloth. PNG. */
export async function makeStillLife(): Promise<Buffer> {
  const next = random(9);
  const out = new Uint8Array(WIDTH * HEIGHT * 3);
  const eye: Vector = [0.2, 2.5, -8.2];
  for (let py = 0; py < HEIGHT; py++) {
    for (let px = 0; px < WIDTH; px++) {
      let [r, g, b] = [0, 0, 0];
      for (let k = 0; k < RAYS; k++) {
        const x = ((px + next()) / WIDTH - 0.5) * 1.02;
        const y = (0.5 - (py + next()) / HEIGHT) * 0.765;
        const seen = light(eye, unit([x, y - 0.19, 1]), next, true);
        r += seen[0];
        g += seen[1];
        b += seen[2];
      }
      const at = (py * WIDTH + px) * 3;
      [r, g, b].forEach((v, c) => {
        out[at + c] = Math.round(255 * clamp01((1.25 * v) / RAYS) ** (1 / 2.2));
      });
    }
  }
  return sharp(out, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .png({ compressionLevel: 6 })
    .toBuffer();
}
