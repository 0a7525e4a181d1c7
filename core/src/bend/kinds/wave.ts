import { sine } from '../../math/exact.ts';
import { choiceOf, comesRound, flag } from '../../settings/params.ts';
import { bendKindOf, type PointMap, type TrimmedSheet } from '../kind.ts';
import { angleTo, axesOf, degrees, length, pixelsOf, placeAlong, shift } from '../places.ts';

const FORMS = [
  { name: 'sine', about: 'As water swings.' },
  { name: 'triangle', about: 'Straight up and straight down.' },
  { name: 'saw', about: 'Straight up, then back at once.' },
] as const;

const fraction = (x: number): number => x - Math.floor(x);

/** Height -1..1 of a form after so many of its lengths. Each is 0 at the beginning and rises. */
const HEIGHTS: Readonly<Record<string, (turns: number) => number>> = {
  sine: (turns) => sine(2 * Math.PI * fraction(turns)),
  triangle: (turns) => {
    const t = fraction(turns + 0.25);
    return t < 0.5 ? 4 * t - 1 : 3 - 4 * t;
  },
  saw: (turns) => 2 * fraction(turns + 0.5) - 1,
};

interface Crested {
  readonly length: number;
  readonly direction: number;
  readonly phase: number;
}

/** The place nearest to the middle of the sheet where a crest of the first wave stands, before it is lifted. */
function crestOf({ length: long, direction, phase }: Crested, { width, height }: TrimmedSheet) {
  const axes = axesOf(direction);
  const middle = { x: width / 2, y: height / 2 };
  if (long <= 0) return middle;
  const run = middle.x * axes.dx + middle.y * axes.dy;
  const first = 0.25 - phase / 360;
  return placeAlong(middle, axes, long * (Math.round(run / long - first) + first) - run);
}

/** The phase in degrees, -180..180, with which a crest stands at a place. */
function phaseFor(at: { readonly x: number; readonly y: number }, direction: number, long: number): number {
  if (long <= 0) return 0;
  const { dx, dy } = axesOf(direction);
  return (fraction(0.75 - (at.x * dx + at.y * dy) / long) - 0.5) * 360;
}

const second = { when: (s: Readonly<Record<string, unknown>>) => s.both === true };

/** Points move at right angles to the way a wave travels: p = q + height · form(q · d / length + phase) n. */
export const wave = bendKindOf({
  name: 'wave',
  label: 'Wave',
  about: 'Swings to and fro at right angles to the way it travels, in one direction or in two.',
  params: {
    length: length('Length', 'From crest to crest.', 40),
    height: shift('Height', 'From the middle to a crest.', 3),
    phase: comesRound(degrees('Phase', 'Where in its swing the wave begins, at the top left of the sheet.', 0)),
    direction: comesRound(degrees('Direction', 'The way it travels.', 0)),
    form: choiceOf('Form', 'How it swings.', FORMS),
    both: flag('Two directions', 'A second wave travels at right angles to the first.', false),
    secondLength: { ...length('Second length', 'From crest to crest of the second wave.', 40), ...second },
    secondHeight: { ...shift('Second height', 'From the middle to a crest of the second wave.', 3), ...second },
    secondPhase: {
      ...comesRound(degrees('Second phase', 'Where in its swing the second wave begins.', 0)),
      ...second,
    },
  },
  ready(s, sheet) {
    const one = { height: pixelsOf(s.height, sheet), length: pixelsOf(s.length, sheet), phase: s.phase / 360 };
    const two = s.both
      ? {
          height: pixelsOf(s.secondHeight, sheet),
          length: pixelsOf(s.secondLength, sheet),
          phase: s.secondPhase / 360,
        }
      : { height: 0, length: 0, phase: 0 };
    const swings = (w: typeof one) => w.height !== 0 && w.length > 0;
    if (!swings(one) && !swings(two)) return null;
    const { dx, dy, nx, ny } = axesOf(s.direction);
    const form = HEIGHTS[s.form]!;
    const { bleed } = sheet;
    const swing = (w: typeof one, along: number): number =>
      swings(w) ? w.height * form(along / w.length + w.phase) : 0;
    const along = (x: number, y: number) => (x - bleed) * dx + (y - bleed) * dy;
    const across = (x: number, y: number) => (x - bleed) * nx + (y - bleed) * ny;
    const back: PointMap = (x, y, out) => {
      const b = swing(two, across(x, y));
      const [mx, my] = [x - b * dx, y - b * dy];
      const a = swing(one, along(mx, my));
      out.x = mx - a * nx;
      out.y = my - a * ny;
    };
    const forth: PointMap = (x, y, out) => {
      const a = swing(one, along(x, y));
      const [mx, my] = [x + a * nx, y + a * ny];
      const b = swing(two, across(mx, my));
      out.x = mx + b * dx;
      out.y = my + b * dy;
    };
    return { detail: () => Math.min(...[one, two].filter(swings).map((w) => w.length / 2)), back, forth };
  },
  handles(s, sheet) {
    const axes = axesOf(s.direction);
    const foot = crestOf(s, sheet);
    return [
      { id: 'foot', label: 'Where a crest stands', ...foot },
      { id: 'crest', label: 'Crest: height', ...placeAlong(foot, axes, 0, s.height), from: 'foot' },
      { id: 'next', label: 'Next crest: length and direction', ...placeAlong(foot, axes, s.length), from: 'foot' },
    ];
  },
  dragged(s, id, to, sheet) {
    const foot = crestOf(s, sheet);
    const { nx, ny } = axesOf(s.direction);
    if (id === 'crest') return { height: (to.x - foot.x) * nx + (to.y - foot.y) * ny };
    if (id === 'foot') return { phase: phaseFor(to, s.direction, s.length) };
    const [x, y] = [to.x - foot.x, to.y - foot.y];
    const long = Math.max(1, Math.sqrt(x * x + y * y));
    const direction = angleTo(x, y);
    // The crest stays where it stands.
    return { length: long, direction, phase: phaseFor(foot, direction, long) };
  },
  moved(s, { x, y }) {
    const { dx, dy, nx, ny } = axesOf(s.direction);
    const phaseOf = (phase: number, long: number, run: number): number =>
      long <= 0 ? phase : (fraction(phase / 360 - run / long + 0.5) - 0.5) * 360;
    return {
      phase: phaseOf(s.phase, s.length, x * dx + y * dy),
      secondPhase: phaseOf(s.secondPhase, s.secondLength, x * nx + y * ny),
    };
  },
  fault: ({ length: long, height }) =>
    long === 0 && height !== 0
      ? 'The wave has no length, so that it moves nothing: give it one of more than 0 mm.'
      : null,
});
