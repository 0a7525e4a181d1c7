import { memorySource, type PictureSource } from '../../src/index.ts';
import type { Mark } from '../../src/picture/subject/known-pixels.ts';
import { random } from '../random.ts';

export const WIDTH = 420;
export const HEIGHT = 320;

/** A made scene: where its subject is, what it looks like, and a few careless strokes. All lengths in pixels. */
export interface Scene {
  readonly name: string;
  /** Signed distance to the outline of the subject, below 0 inside. */
  outline(x: number, y: number): number;
  subject(x: number, y: number): Rgb;
  behind(x: number, y: number): Rgb;
  /** Width of the edge, over which both mix. */
  readonly soft?: number;
  readonly noise?: number;
  readonly strokes: readonly (readonly ['subject' | 'behind', ...number[]])[];
}

type Rgb = readonly [number, number, number];

const disc = (cx: number, cy: number, r: number) => (x: number, y: number) => Math.hypot(x - cx, y - cy) - r;
const box =
  (cx: number, cy: number, w: number, h: number, round = 0) =>
  (x: number, y: number) => {
    const [dx, dy] = [Math.abs(x - cx) - w + round, Math.abs(y - cy) - h + round];
    return Math.hypot(Math.max(0, dx), Math.max(0, dy)) + Math.min(0, Math.max(dx, dy)) - round;
  };
const union =
  (...parts: ((x: number, y: number) => number)[]) =>
  (x: number, y: number) =>
    Math.min(...parts.map((p) => p(x, y)));
const flat = (rgb: Rgb) => () => rgb;
const shaded =
  (rgb: Rgb, cx: number, cy: number, r: number) =>
  (x: number, y: number): Rgb => {
    const light = 1.1 - 0.5 * Math.min(1.3, Math.hypot(x - cx + r / 3, y - cy + r / 3) / r);
    return [rgb[0] * light, rgb[1] * light, rgb[2] * light];
  };
const mixed = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];
const sky = (x: number, y: number): Rgb => mixed([90, 130, 200], [230, 190, 150], y / HEIGHT + 0.03 * Math.sin(x / 30));
const checks =
  (a: Rgb, b: Rgb, side: number) =>
  (x: number, y: number): Rgb =>
    (Math.floor(x / side) + Math.floor(y / side)) % 2 === 0 ? a : b;
const waves =
  (a: Rgb, b: Rgb, length: number) =>
  (x: number, y: number): Rgb =>
    mixed(a, b, 0.5 + 0.5 * Math.sin((x + 0.4 * y) / length));

const person = union(disc(210, 95, 45), box(210, 230, 75, 85, 50), box(210, 145, 22, 30, 8));
const SKIN: Rgb = [222, 170, 138];

/** Ten scenes, from a kite before the sky to a face whose skin is near the colour of the wall. */
export const SCENES: readonly Scene[] = [
  {
    name: 'a red kite before an evening sky',
    outline: (x, y) => (Math.abs(x - 210) / 90 + Math.abs(y - 150) / 115 - 1) * 70,
    subject: (x) => (x < 210 ? [214, 60, 42] : [170, 40, 36]),
    behind: sky,
    strokes: [
      ['subject', 180, 150, 240, 150],
      ['behind', 40, 40, 380, 40],
      ['behind', 40, 290, 380, 290],
    ],
  },
  {
    name: 'a face whose skin is near the wall',
    outline: person,
    subject: (x, y) => (y < 148 ? shaded(SKIN, 210, 95, 60)(x, y) : shaded([70, 90, 140], 210, 230, 110)(x, y)),
    behind: (x) => mixed([214, 176, 150], [196, 160, 136], x / WIDTH),
    noise: 4,
    strokes: [
      ['subject', 190, 80, 225, 115],
      ['subject', 180, 220, 250, 260],
      ['behind', 60, 40, 60, 290],
      ['behind', 360, 40, 360, 290],
      ['behind', 130, 25, 300, 25],
    ],
  },
  {
    name: 'a ball with the colours of its ground',
    outline: disc(200, 170, 90),
    subject: (x, y) =>
      Math.hypot(x - 200, y - 170) > 78 ? [40, 60, 50] : checks([200, 70, 60], [70, 110, 170], 26)(x, y),
    behind: (x, y) => checks([206, 80, 66], [210, 190, 150], 40)(x, y),
    strokes: [
      ['subject', 150, 150, 250, 190],
      ['subject', 200, 110, 190, 240],
      ['behind', 30, 30, 390, 40],
      ['behind', 40, 290, 390, 290],
      ['behind', 350, 60, 350, 270],
      ['behind', 50, 80, 60, 250],
    ],
  },
  {
    name: 'a boat in heavy noise',
    outline: union(box(210, 220, 110, 32, 24), (x, y) => Math.max(Math.abs(x - 215) / 0.6 - (y - 60), y - 185) * 0.6),
    subject: (_, y) => (y > 186 ? [150, 50, 40] : [236, 226, 200]),
    behind: (x, y) => (y > 210 ? waves([40, 80, 110], [60, 110, 140], 14)(x, y) : sky(x, y)),
    noise: 26,
    strokes: [
      ['subject', 140, 220, 280, 220],
      ['subject', 215, 100, 215, 180],
      ['behind', 30, 60, 130, 180],
      ['behind', 300, 60, 390, 180],
      ['behind', 40, 290, 390, 290],
    ],
  },
  {
    name: 'a soft ball of fur',
    outline: (x, y) => disc(210, 160, 85)(x, y) + 3 * Math.sin(9 * Math.atan2(y - 160, x - 210)),
    subject: (x, y) => waves([120, 80, 50], [160, 110, 70], 7)(x, y),
    behind: (x, y) => mixed([120, 160, 110], [200, 210, 170], (x + y) / (WIDTH + HEIGHT)),
    soft: 12,
    strokes: [
      ['subject', 170, 140, 250, 180],
      ['behind', 40, 40, 380, 50],
      ['behind', 50, 290, 370, 290],
    ],
  },
  {
    name: 'a white cup on a white cloth',
    outline: union(box(200, 170, 60, 80, 14), (x, y) => Math.abs(disc(275, 165, 34)(x, y)) - 9),
    subject: (x, y) =>
      mixed([250, 248, 240], [196, 196, 200], Math.min(1, Math.max(0, (x - 140) / 130 + 0.1 * Math.sin(y / 20)))),
    behind: (x, y) => mixed([226, 220, 208], [206, 200, 190], y / HEIGHT + 0.1 * Math.sin(x / 25)),
    noise: 2,
    strokes: [
      ['subject', 170, 120, 230, 220],
      ['subject', 306, 150, 308, 180],
      ['behind', 40, 40, 60, 290],
      ['behind', 90, 290, 380, 290],
      ['behind', 370, 40, 370, 250],
      ['behind', 274, 160, 276, 172],
    ],
  },
  {
    name: 'a striped fish among weeds',
    outline: union(
      (x, y) => (Math.hypot((x - 200) / 1.7, y - 160) - 62) * 1.1,
      (x, y) => Math.max(Math.abs(y - 160) - (x - 270) * 0.7, x - 350) * 0.8,
    ),
    subject: (x, y) => (Math.floor((x + y / 4) / 22) % 2 === 0 ? [240, 150, 40] : [250, 240, 220]),
    behind: (x, y) => waves([20, 70, 60], [60, 120, 70], 9)(x + 12 * Math.sin(y / 17), y),
    noise: 8,
    strokes: [
      ['subject', 120, 160, 330, 160],
      ['behind', 40, 40, 380, 40],
      ['behind', 40, 290, 380, 290],
    ],
  },
  {
    name: 'a figure against the light',
    outline: union(disc(150, 90, 34), box(150, 210, 46, 90, 30), box(215, 150, 60, 12, 10)),
    subject: flat([34, 28, 40]),
    behind: (x, y) => mixed([255, 220, 150], [120, 70, 80], Math.min(1, Math.hypot(x - 300, y - 90) / 320)),
    soft: 4,
    noise: 6,
    strokes: [
      ['subject', 150, 80, 150, 270],
      ['behind', 40, 40, 60, 280],
      ['behind', 300, 60, 330, 280],
    ],
  },
  {
    name: 'a green leaf on grass',
    outline: (x, y) => Math.max(disc(130, 160, 150)(x, y), disc(310, 160, 150)(x, y)),
    subject: (x, y) => mixed([60, 130, 50], [110, 170, 70], 0.5 + 0.5 * Math.sin((x - y) / 24)),
    behind: (x, y) => (Math.sin(x / 3 + 2 * Math.sin(y / 11)) > 0 ? [70, 110, 50] : [120, 150, 80]),
    noise: 5,
    strokes: [
      ['subject', 220, 60, 220, 260],
      ['subject', 190, 160, 250, 160],
      ['behind', 40, 40, 60, 290],
      ['behind', 380, 40, 370, 290],
      ['behind', 120, 20, 320, 15],
      ['behind', 120, 305, 320, 305],
    ],
  },
  {
    name: 'three balloons as one subject',
    outline: union(disc(110, 120, 60), disc(230, 100, 62), disc(320, 180, 58)),
    subject: (x, y) => {
      const [a, b] = [disc(110, 120, 60)(x, y) < 2, disc(230, 100, 62)(x, y) < 2];
      return a
        ? shaded([214, 70, 60], 110, 120, 70)(x, y)
        : b
          ? shaded([240, 190, 60], 230, 100, 70)(x, y)
          : shaded([60, 110, 190], 320, 180, 70)(x, y);
    },
    behind: sky,
    noise: 3,
    strokes: [
      ['subject', 90, 110, 130, 140],
      ['subject', 215, 80, 250, 120],
      ['subject', 300, 170, 340, 200],
      ['behind', 30, 30, 390, 25],
      ['behind', 40, 290, 390, 290],
      ['behind', 165, 200, 240, 240],
    ],
  },
];

/** A scene as a picture, how much of each pixel is subject, 0..1, and its strokes. */
export function sceneOf({ outline, subject, behind, soft = 1, noise = 0, strokes }: Scene): {
  readonly source: PictureSource;
  readonly truth: Float32Array;
  readonly marks: readonly Mark[];
} {
  const next = random(7);
  const pixels = new Uint8Array(WIDTH * HEIGHT * 4).fill(255);
  const truth = new Float32Array(WIDTH * HEIGHT);
  for (let y = 0, k = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++, k++) {
      const share = Math.min(1, Math.max(0, 0.5 - outline(x + 0.5, y + 0.5) / soft));
      truth[k] = share;
      const rgb = mixed(behind(x, y), subject(x, y), share);
      const shake = () => noise * (next() + next() + next() - 1.5);
      rgb.forEach((v, c) => {
        pixels[4 * k + c] = Math.round(Math.min(255, Math.max(0, v + shake())));
      });
    }
  }
  const marks = strokes.map(
    ([does, ...points]): Mark => ({
      does,
      size: 10 / WIDTH,
      hardness: 1,
      strength: 1,
      points: Array.from({ length: points.length / 2 }, (_, k) => [
        points[2 * k]! / WIDTH,
        points[2 * k + 1]! / WIDTH,
        1,
      ]).flat(),
    }),
  );
  return { source: memorySource(WIDTH, HEIGHT, 4, pixels), truth, marks };
}
