import { cosine, sine } from '../../math/exact.ts';
import { amount, choiceOf, comesRound, flag, type SettingsOf, share, whole, onlyFor } from '../../settings/params.ts';
import type { MadeKind, OutlinePicture } from './kinds.ts';

const SHAPES = [
  { name: 'polygon', label: 'Polygon', about: 'Equal sides, as many as wanted.' },
  { name: 'star', label: 'Star', about: 'Points, as many as wanted.' },
  { name: 'circle', label: 'Circle', about: 'A full circle.' },
  { name: 'ring', label: 'Ring', about: 'A circle with a hole.' },
  { name: 'drop', label: 'Drop', about: 'A drop with its point up.' },
  { name: 'leaf', label: 'Leaf', about: 'Two arcs that meet in points.' },
  { name: 'own', label: 'Imported', about: 'The outlines of an SVG file.' },
] as const;

/** The settings of a shape. */
export const MADE_SHAPE = {
  shape: choiceOf('Shape', 'Which outline.', SHAPES),
  sides: {
    ...whole('Sides', 'Corners of the polygon, or points of the star.', 5, 3, 60),
    ...onlyFor('shape', 'polygon', 'star'),
  },
  inner: {
    ...share('Inner', 'How far hole or notches reach out.', 0.5, 0.02, 0.98),
    ...onlyFor('shape', 'ring', 'star', 'leaf'),
  },
  turn: comesRound(amount('Turn', 'Turn of the shape, counter-clockwise.', 0, -360, 360, 1, '°')),
  size: share('Size', 'Size beside the picture.', 0.9, 0.02, 2),
  colours: { kind: 'colours', label: 'Colour', about: 'Colour of the shape.', normal: ['#000000'], min: 1, max: 1 },
  line: share('Line', 'Draws the outline this wide instead of filling it; 0 fills.', 0, 0, 0.25),
  blur: share('Blur', 'Softens the edge by this share of the width.', 0, 0, 0.3),
  evenOdd: {
    ...flag('Holes by turns', 'Where outlines overlap, every second layer is a hole.', false),
    ...onlyFor('shape', 'own'),
  },
  path: { kind: 'text', label: 'Outline', about: 'SVG path, 1 wide.', normal: '', longest: 2_000_000, hidden: true },
} as const;

type Settings = SettingsOf<typeof MADE_SHAPE>;
/** What an outline is drawn from. */
type OutlineSettings = Pick<Settings, 'shape' | 'sides' | 'inner' | 'path'>;
type Point = readonly [number, number];

const polar = (radius: number, degrees: number): Point => [
  radius * cosine((degrees * Math.PI) / 180),
  -radius * sine((degrees * Math.PI) / 180),
];

const closed = (points: readonly Point[]): string =>
  `M${points.map(([x, y]) => `${x.toFixed(6)} ${y.toFixed(6)}`).join('L')}Z`;

/** Circle of radius r round 0 as four cubic arcs (0.5523: common practice); `back` turns the other way. */
function circle(r: number, back = false): string {
  const k = 0.5522847498 * r;
  const arc = back
    ? `M${r} 0C${r} ${-k} ${k} ${-r} 0 ${-r}C${-k} ${-r} ${-r} ${-k} ${-r} 0C${-r} ${k} ${-k} ${r} 0 ${r}C${k} ${r} ${r} ${k} ${r} 0Z`
    : `M${r} 0C${r} ${k} ${k} ${r} 0 ${r}C${-k} ${r} ${-r} ${k} ${-r} 0C${-r} ${-k} ${-k} ${-r} 0 ${-r}C${k} ${-r} ${r} ${-k} ${r} 0Z`;
  return arc;
}

const corners = (n: number): Point[] => Array.from({ length: n }, (_, k) => polar(0.5, 90 + (k * 360) / n));

/** Outlines of radius ½ round 0, y downwards. */
const OUTLINES: Readonly<Record<string, (s: OutlineSettings) => string>> = {
  polygon: (s) => closed(corners(s.sides)),
  star: (s) =>
    closed(
      Array.from({ length: 2 * s.sides }, (_, k) => polar(k % 2 === 0 ? 0.5 : 0.5 * s.inner, 90 + (k * 180) / s.sides)),
    ),
  circle: () => circle(0.5),
  ring: (s) => circle(0.5) + circle(0.5 * s.inner, true),
  drop: () =>
    'M0 -0.5C0.06 -0.2 0.36 -0.06 0.36 0.15C0.36 0.36 0.19 0.5 0 0.5C-0.19 0.5 -0.36 0.36 -0.36 0.15C-0.36 -0.06 -0.06 -0.2 0 -0.5Z',
  leaf: (s) => `M0 -0.5Q${s.inner} 0 0 0.5Q${-s.inner} 0 0 -0.5Z`,
  own: (s) => s.path,
};

/** The outline of a shape as an SVG path, of radius ½ about 0; an imported one as its file has it. */
export const shapeOutline = (s: OutlineSettings): string => (OUTLINES[s.shape] ?? OUTLINES.circle!)(s);

function outline(s: Settings, aspect: number): OutlinePicture {
  // The shape stands in the middle, as large as the shorter side times its size.
  const side = Math.min(1, 1 / aspect) * s.size;
  const turn = (-s.turn * Math.PI) / 180;
  const [c, n] = [cosine(turn) * side, sine(turn) * side];
  return {
    path: shapeOutline(s),
    matrix: [c, n, -n, c, 0.5, 0.5 / aspect],
    colour: s.colours[0]!,
    fill: s.line === 0,
    evenOdd: s.shape === 'own' && s.evenOdd,
    line: s.line,
    blur: s.blur,
  };
}

export const shape: MadeKind = {
  name: 'shape',
  label: 'Shape',
  about: 'A plain shape or the outlines of an SVG file, sharp or soft.',
  params: MADE_SHAPE,
  outline,
};
