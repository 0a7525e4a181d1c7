import { sine } from '../../../math/exact.ts';
import { smoothNoise } from '../../../math/smooth-noise.ts';
import { createField, type SheetHeights } from '../../field/field.ts';
import { COURSES, type Course, type CourseInput, gapDepth, type LinePlace } from './courses.ts';
import type { HeightMap } from '../../periodic/compile-tile.ts';
import { latticePositions } from '../../periodic/positions.ts';
import { actualScreen, findSupercellOf } from '../../periodic/supercell.ts';
import { squareSupercell } from '../../periodic/supercells-in-step.ts';
import type { CellMap, CompiledScreen } from '../../compiled.ts';
import type { Making, ScreenAsked } from '../family.ts';
import { LINE_PARAMS, type LineSettings } from './params.ts';
import { fieldScreen } from '../../field/field-screen.ts';
import { latticeScreen } from '../../periodic/lattice-screen.ts';
import { settingsInUse } from '../../../settings/params.ts';

/** Everything that a compiled screen of lines depends on. */
export interface LineInputs {
  /** Settings of lines, those in use among the others. */
  readonly lines: LineSettings;
  readonly pitch: number;
  readonly angle: number;
  readonly seed: number;
  /** It keeps step with the other two screens of a rosette. */
  readonly rosette: boolean;
  /** The sheet in pixels and the middle of rings and rays in it; null for lines that repeat. */
  readonly place: { readonly width: number; readonly height: number; readonly cx: number; readonly cy: number } | null;
}

const newPlace = (): LinePlace => ({ across: 0, along: 0 });

/** Distance 0..1 from the middle of the nearest line to half way to the next. */
const offLine = (across: number): number => Math.abs(2 * (across - Math.floor(across)) - 1);

/** Lines without a hand's breaks and wobble, which repeat: compiled into a tile. */
function repeating({ lines, pitch, angle, rosette }: LineInputs, { draft, share }: Making): CompiledScreen {
  const { kind, wavelength, swing } = lines;
  if (kind === 'straight') {
    const cell = squareSupercell(pitch, angle, rosette, draft);
    const cells: CellMap = { kind: 'lattice', positions: latticePositions(cell), pitch: actualScreen(cell).pitch };
    return latticeScreen({ cell, height: (_, v) => 1 - 2 * offLine(v), relevel: true, draft, share }, cells);
  }
  const basis = { ax: wavelength * pitch, ay: 0, bx: 0, by: pitch };
  const cell = findSupercellOf(basis, angle, draft);
  const wave = kind === 'wave';
  const height: HeightMap = (u, v) => {
    const swung = wave ? sine(2 * Math.PI * u) : u < 0.5 ? 4 * u - 1 : 3 - 4 * u;
    return 1 - 2 * offLine(v + swing * swung);
  };
  return latticeScreen({ cell, height, relevel: true, draft, share }, null);
}

/** A distance from the nearest line with the hand's wobble and breaks in it. */
function drawnByHand(course: Course, lines: LineSettings, seed: number): SheetHeights {
  const place = newPlace();
  return (x, y) => {
    course(x, y, place);
    let across = place.across;
    if (lines.wobble > 0) across += lines.wobble * smoothNoise(place.along / lines.wobbleEvery, across / 4, seed);
    let off = offLine(across);
    if (lines.breaks > 0) {
      const depth = 2 * gapDepth(Math.floor(across), place.along, lines, seed);
      // A line's end is round: its distance counts like that from its middle.
      if (depth > 0) off = Math.sqrt(off * off + Math.min(1, depth * depth));
    }
    return 1 - Math.SQRT2 * off;
  };
}

/** Turns of the directions of hatching, in the order they enter. */
const HATCHINGS = [0, 90, 45, 135];

/** Share of the sheet that `entered` independent directions of lines cover at a point of their growth. */
function hatchCoverage(growth: number, starts: readonly number[]): number {
  return 1 - starts.reduce((bare, start) => bare * (growth > start ? 1 - (growth - start) / (1 - start) : 1), 1);
}

/** The point of growth at which each direction begins, so that it enters at its tone. */
export function hatchStarts(tones: readonly number[]): number[] {
  const starts: number[] = [];
  for (const tone of tones) {
    if (tone <= 0) {
      starts.push(0);
      continue;
    }
    let low = 0;
    let high = 1;
    for (let k = 0; k < 50; k++) {
      const middle = (low + high) / 2;
      if (hatchCoverage(middle, starts) < tone) low = middle;
      else high = middle;
    }
    starts.push(low);
  }
  return starts;
}

/** A place is inked once the growth reaches the first of its lines that covers it. */
function hatched(course: CourseInput, seed: number): SheetHeights {
  const { lines } = course;
  const entering = [0, lines.second, lines.third, lines.fourth].slice(0, lines.directions).sort((a, b) => a - b);
  const starts = hatchStarts(entering);
  const ways = starts.map((start, k) => {
    const turned = COURSES.straight({ ...course, angle: course.angle + HATCHINGS[k]! });
    return { start, byHand: drawnByHand(turned, lines, seed + 17 * k) };
  });
  return (x, y) => {
    let growth = 2;
    for (const { start, byHand } of ways) {
      const off = (1 - byHand(x, y)) / Math.SQRT2;
      const reached = start + (1 - start) * off;
      if (reached < growth) growth = reached;
    }
    return 1 - Math.SQRT2 * growth;
  };
}

const PARALLEL = ['straight', 'wave', 'zigzag'];

const byHand = ({ breaks, wobble }: LineSettings): boolean => breaks > 0 || wobble > 0;

/** Whether lines repeat on the pixel grid: parallel ones without a hand's breaks and wobble. */
const repeats = (lines: LineSettings): boolean => PARALLEL.includes(lines.kind) && !byHand(lines);

/** What is true of lines with given settings. */
export const lineTraits = (lines: LineSettings) => ({
  cells: lines.kind === 'straight' && !byHand(lines),
  rows: lines.kind === 'straight',
  centre: ['concentric', 'spiral', 'rays'].includes(lines.kind),
  chance: byHand(lines),
});

export function lineInputs({ own, shared, pitch, width, height, rosette }: ScreenAsked<LineSettings>): LineInputs {
  // Whole circles look the same however they are turned, until a hand breaks them.
  const angle = own.kind === 'concentric' && !byHand(own) ? 0 : shared.angle;
  return {
    lines: settingsInUse(LINE_PARAMS, own) as unknown as LineSettings,
    pitch,
    angle,
    seed: byHand(own) ? shared.seed : 0,
    rosette: rosette && own.kind === 'straight' && repeats(own),
    place: repeats(own) ? null : { width, height, cx: shared.centreX * width - 0.5, cy: shared.centreY * height - 0.5 },
  };
}

/** Compiles a screen of lines. */
export function compileLines(inputs: LineInputs, making: Making): CompiledScreen {
  const { lines, pitch, angle, seed, place } = inputs;
  if (!place) return repeating(inputs, making);
  const { width, height, cx, cy } = place;
  const course: CourseInput = { pitch, angle, cx, cy, halfWay: Math.min(width, height) / 4, lines };
  const heights =
    lines.kind === 'cross-hatch'
      ? hatched(course, seed)
      : drawnByHand(COURSES[lines.kind as keyof typeof COURSES](course), lines, seed);
  return fieldScreen(createField(heights, { width, height }, true, making.draft), null);
}
