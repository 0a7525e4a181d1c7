import { sine } from '../../../math/exact.ts';
import { compileTile } from '../../periodic/compile-tile.ts';
import { createField, type SheetHeights } from '../../field/field.ts';
import { COURSES, type Course, type CourseInput, gapDepth, type LinePlace, smoothNoise } from './courses.ts';
import { latticePositions } from '../../periodic/positions.ts';
import { actualScreen, findSupercell, findSupercellOf } from '../../periodic/supercell.ts';
import { type CellMap, type CompiledScreen, ONE_INK, type PrepareInput } from '../../compiled.ts';

const newPlace = (): LinePlace => ({ across: 0, along: 0 });

/** Distance 0..1 from the middle of the nearest line to half way to the next. */
const offLine = (across: number): number => Math.abs(2 * (across - Math.floor(across)) - 1);

/** Lines without a hand's breaks and wobble, which repeat: compiled into a tile. */
function repeating({ screen, pitch, draft }: PrepareInput): CompiledScreen {
  const { kind, wavelength, swing } = screen.lines;
  if (kind === 'straight') {
    const cell = findSupercell(pitch, screen.angle, draft);
    const tile = compileTile(cell, (_, v) => 1 - 2 * offLine(v), { draft });
    const cells: CellMap = { kind: 'lattice', positions: latticePositions(cell), pitch: actualScreen(cell).pitch };
    return { kind: 'tile', tile, cells, grain: 1, prints: ONE_INK };
  }
  const basis = { ax: wavelength * pitch, ay: 0, bx: 0, by: pitch };
  const cell = findSupercellOf(basis, screen.angle, draft);
  const wave = kind === 'wave';
  const tile = compileTile(
    cell,
    (u, v) => {
      const swung = wave ? sine(2 * Math.PI * u) : u < 0.5 ? 4 * u - 1 : 3 - 4 * u;
      return 1 - 2 * offLine(v + swing * swung);
    },
    { draft },
  );
  return { kind: 'tile', tile, cells: null, grain: 1, prints: ONE_INK };
}

/** A distance from the nearest line with the hand's wobble and breaks in it. */
function drawnByHand(course: Course, { screen }: PrepareInput): SheetHeights {
  const { lines, seed } = screen;
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
function hatched(input: PrepareInput, course: CourseInput): SheetHeights {
  const { lines } = input.screen;
  const entering = [0, lines.second, lines.third, lines.fourth].slice(0, lines.directions).sort((a, b) => a - b);
  const starts = hatchStarts(entering);
  const ways = starts.map((start, k) => {
    const turned = COURSES.straight({ ...course, angle: course.angle + HATCHINGS[k]! });
    const byHand = drawnByHand(turned, { ...input, screen: { ...input.screen, seed: input.screen.seed + 17 * k } });
    return { start, byHand };
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

/** Compiles a screen of lines. */
export function prepareLines(input: PrepareInput): CompiledScreen {
  const { screen, width, height, pitch, draft } = input;
  const { lines } = screen;
  const byHand = lines.breaks > 0 || lines.wobble > 0;
  const parallel = lines.kind === 'straight' || lines.kind === 'wave' || lines.kind === 'zigzag';
  if (parallel && !byHand) return repeating(input);
  const course: CourseInput = {
    pitch,
    angle: screen.angle,
    cx: screen.centreX * width - 0.5,
    cy: screen.centreY * height - 0.5,
    halfWay: Math.min(width, height) / 4,
    lines,
  };
  const heights =
    lines.kind === 'cross-hatch'
      ? hatched(input, course)
      : drawnByHand(COURSES[lines.kind as keyof typeof COURSES](course), input);
  const field = createField(heights, { width, height }, true, draft);
  return { kind: 'field', field, cells: null, grain: 1, prints: ONE_INK };
}
