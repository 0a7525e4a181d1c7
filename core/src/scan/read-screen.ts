import { FOLD_TONES, foldCells, phaseByTone, type FoldedCell } from './fold.ts';
import { type Confidence, type Found, found, type FoundScreen, unknown } from './findings.ts';
import type { InkPlane } from './ink-plane.ts';
import type { Lattice, Vector } from './lattices.ts';
import { matchShapes, type ShapeMatch } from './shape-match.ts';
import { type FittedWave, fitWave } from './wave-fit.ts';

/** Largest side of the part of a plane that cells are folded over: more of it tells no more. */
const LARGEST = 1200;
/** Rounds by which the place of a wave and the phase of each tone are found from each other. */
const ROUNDS = 2;
/** Cells smaller than this, in pixels, show no shape. */
const SHAPELESS = 6;

function middleOf(plane: InkPlane): InkPlane {
  const [w, h] = [Math.min(plane.width, LARGEST), Math.min(plane.height, LARGEST)];
  if (w === plane.width && h === plane.height) return plane;
  const data = new Uint8Array(w * h);
  const [x, y] = [(plane.width - w) >> 1, (plane.height - h) >> 1];
  for (let k = 0; k < h; k++) {
    const from = (y + k) * plane.width + x;
    data.set(plane.data.subarray(from, from + w), k * w);
  }
  return { width: w, height: h, data };
}

const length = ([x, y]: Vector): number => Math.hypot(x, y);
const degrees = ([x, y]: Vector): number => (Math.atan2(-y, x) * 180) / Math.PI;
const modulo = (v: number, by: number): number => ((v % by) + by) % by;

/** The mean of two angles that repeat after `by`. */
const meanAngle = (a: number, b: number, by: number): number => {
  const apart = modulo(b - a + by / 2, by) - by / 2;
  return modulo(a + apart / 2, by);
};

function wavesOfPlane(plane: InkPlane, lattice: Lattice): { waves: FittedWave[]; cell: FoldedCell } {
  const part = middleOf(plane);
  let [first, second] = lattice.waves as [Vector, Vector | undefined];
  // The second wave is a quarter turn or so further round in rows that count downwards.
  if (second && first[0] * second[1] - first[1] * second[0] < 0) second = [-second[0], -second[1]];
  let waves = [first, ...(second ? [second] : [])].map((v) => fitWave(part, v));
  let cell = foldCells(part, waves, false);
  for (let round = 1; round <= ROUNDS; round++) {
    waves = waves.map((wave, k) => fitWave(part, wave.at, phaseByTone(cell, k as 0 | 1)));
    cell = foldCells(part, waves, round === ROUNDS);
  }
  return { waves, cell };
}

/** How sure a wave is, by how well it keeps step and how strong it is. */
function sureness(waves: readonly FittedWave[]): Confidence {
  const least = Math.min(...waves.map(({ coherence }) => coherence));
  const strongest = Math.max(...waves.map(({ amplitude }) => amplitude));
  const best = Math.max(...waves.map(({ coherence }) => coherence));
  if (best > 0.8 && least > 0.4 && strongest > 0.06) return 'high';
  return best > 0.5 && strongest > 0.03 ? 'medium' : 'low';
}

/** Whether a shape looks the same after a quarter turn. */
const isEven = ({ shape }: ShapeMatch): boolean =>
  ['Ellipse', 'Line', 'Wedge', 'Triangle', 'Sector', 'Diamond'].every((name) => !shape.includes(name));

/** Smallest and largest dots of a screen, from the coverage of its cells. */
function limits(coverages: Float64Array): { smallest: Found<number>; solidFrom: Found<number> } {
  const sorted = Float64Array.from(coverages).sort();
  const n = sorted.length;
  if (n < 400) return { smallest: unknown(0), solidFrom: unknown(1) };
  const below = (v: number) => sorted.findIndex((c) => c >= v);
  const edge = (at: number, least: number) => sorted[Math.min(n - 1, Math.max(0, at + Math.round(least * n)))]!;
  const bare = Math.max(0, below(0.012));
  const solid = n - (below(0.988) === -1 ? n : below(0.988));
  const light = edge(bare, 0.01);
  const dark = edge(n - solid - 1, -0.01);
  // A gap between bare stock and the first dots is a minimum dot; without bare stock nothing is known of it.
  const smallest =
    bare > 0.01 * n ? (light > 0.03 ? found(light, 'medium' as const) : found(0, 'medium' as const)) : unknown(0);
  const solidFrom =
    solid > 0.01 * n ? (dark < 0.97 ? found(dark, 'medium' as const) : found(1, 'medium' as const)) : unknown(1);
  return { smallest, solidFrom };
}

/** Root mean square of what edges differ from the mean cell in a clean scan, by pixels of a cell. */
const cleanEdges = (pitch: number): number => 0.2 + 0.6 / pitch;

function raggedness(cell: FoldedCell, pitch: number): Found<number> {
  const over = (cell.ragged - cleanEdges(pitch)) / 0.25;
  return found(Math.min(1, Math.max(0, over)), pitch > 10 ? 'low' : 'none');
}

/** A screen, and the cells from which it was read; none of grain. */
export interface ReadScreen {
  readonly screen: FoundScreen;
  readonly cells: {
    readonly waves: readonly FittedWave[];
    readonly folded: FoldedCell;
    /** The shape that comes nearest; null where none was looked for. */
    readonly match: ShapeMatch | null;
  } | null;
}

const NO_SCREEN = {
  lattice: unknown('square' as const),
  shape: unknown('Round'),
  group: unknown(''),
  smallest: unknown(0),
  solidFrom: unknown(1),
  ragged: unknown(0),
};

/** Side of the squares whose mean is taken off before grains are measured, so that shapes of the picture do not count. */
const SQUARE = 48;

/** Side of a grain in pixels: twice the distance over which coverage is half alike (autocorrelation). */
function grainSize({ width, height, data }: InkPlane): number {
  const own = new Float32Array(width * height);
  for (let y0 = 0; y0 < height; y0 += SQUARE) {
    for (let x0 = 0; x0 < width; x0 += SQUARE) {
      const [x1, y1] = [Math.min(width, x0 + SQUARE), Math.min(height, y0 + SQUARE)];
      let mean = 0;
      for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) mean += data[y * width + x]!;
      mean /= (x1 - x0) * (y1 - y0);
      for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) own[y * width + x] = data[y * width + x]! - mean;
    }
  }
  const at = (lag: number) => {
    let sum = 0;
    for (let y = 0; y < height; y += 2) {
      for (let x = 0; x + lag < width; x += 2) sum += own[y * width + x]! * own[y * width + x + lag]!;
    }
    return sum / ((width - lag) * height);
  };
  const all = at(0);
  if (all === 0) return SQUARE;
  for (let lag = 1, before = 1; lag < SQUARE / 2; lag++) {
    const share = at(lag) / all;
    if (share < 0.5) return Math.max(1, 2 * (lag - 1 + (before - 0.5) / (before - share + 1e-9)));
    before = share;
  }
  return SQUARE;
}

/** An ink without a regular screen. */
export function readGrain(plane: InkPlane): ReadScreen {
  const screen: FoundScreen = {
    ...NO_SCREEN,
    kind: found('grain', 'medium'),
    pitch: found(grainSize(middleOf(plane)), 'low'),
    angle: unknown(0),
  };
  return { screen, cells: null };
}

function readLines(waves: readonly FittedWave[], cell: FoldedCell): FoundScreen {
  const [wave] = waves as [FittedWave];
  const sure = sureness(waves);
  const pitch = 1 / length(wave.at);
  return {
    ...NO_SCREEN,
    kind: found('lines', sure),
    pitch: found(pitch, sure),
    // Lines run across their wave.
    angle: found(modulo(degrees(wave.at) + 90, 180), sure),
    group: found('Bars and crosses', sure),
    ragged: raggedness(cell, pitch),
  };
}

/** Reads the screen of an ink from its plane; `lattice` is where its waves nearly are. */
export function readScreen(plane: InkPlane, lattice: Lattice): ReadScreen {
  const { waves, cell } = wavesOfPlane(plane, lattice);
  if (waves.length === 1) return { screen: readLines(waves, cell), cells: { waves, folded: cell, match: null } };
  const [a, b] = waves as [FittedWave, FittedWave];
  const ratio = length(a.at) / length(b.at);
  const upright = Math.abs(modulo(degrees(a.at) - degrees(b.at), 180) - 90) <= 12;
  const square = upright && ratio < 1.5 && ratio > 0.67;
  const pitch = 2 / (length(a.at) + length(b.at));
  const matches = square && pitch >= SHAPELESS ? matchShapes(cell, pitch) : [];
  const screen = square ? readSquare(a, b, cell, matches) : readOther(a, b, cell, upright);
  return { screen, cells: { waves, folded: cell, match: matches[0] ?? null } };
}

/** Lattices that are not square: cells twice as long as wide, staggered rows, and hexagonal ones. */
function readOther(a: FittedWave, b: FittedWave, cell: FoldedCell, upright: boolean): FoundScreen {
  const sure = sureness([a, b]);
  const base = { ...NO_SCREEN, kind: found('dots' as const, sure), ...limits(cell.coverages) };
  if (!upright) return { ...base, ...slantedLattice(a, b, sure) };
  const long = length(a.at) > length(b.at) ? b : a;
  const less = sure === 'high' ? 'medium' : sure;
  return {
    ...base,
    pitch: found(1 / length(long.at), sure),
    // The slower wave of this shape runs along its y axis.
    angle: found(modulo(degrees(long.at) - 90, 180), sure),
    shape: found('Double', less),
    group: found('Rings and waves', less),
  };
}

function readSquare(a: FittedWave, b: FittedWave, cell: FoldedCell, matches: readonly ShapeMatch[]): FoundScreen {
  const sure = sureness([a, b]);
  const pitch = 2 / (length(a.at) + length(b.at));
  const turned = meanAngle(degrees(a.at), degrees(b.at) + 90, 180);
  const base = {
    ...NO_SCREEN,
    ...limits(cell.coverages),
    kind: found('dots' as const, sure),
    pitch: found(pitch, sure),
    lattice: found('square' as const, sure),
    ragged: raggedness(cell, pitch),
  };
  const [best, near] = matches;
  if (!best) return { ...base, angle: found(modulo(turned, 90), sure) };
  const rival = matches.find(({ group }) => group !== best.group);
  const all = cell.weights.reduce((x, y) => x + y, 0);
  const steps = cell.weights.filter((w) => w > 0.01 * all).length;
  return {
    ...base,
    angle: found(isEven(best) ? modulo(turned, 90) : modulo(turned + 90 * best.quarters, 180), sure),
    shape: found(best.shape, shapeSureness(best.misfit, near?.misfit ?? 1, steps)),
    group: found(best.group, shapeSureness(best.misfit, rival?.misfit ?? 1, steps)),
  };
}

/** How sure a shape is against the next one. */
function shapeSureness(misfit: number, rival: number, steps: number): Confidence {
  if (steps < FOLD_TONES / 3 || misfit > 0.5) return 'low';
  if (misfit < 0.12 && rival > 1.6 * misfit + 0.01) return 'high';
  return rival > 1.15 * misfit ? 'medium' : 'low';
}

/** Hexagonal and staggered lattices: their shape is left at its default. */
function slantedLattice(
  a: FittedWave,
  b: FittedWave,
  sure: Confidence,
): Pick<FoundScreen, 'lattice' | 'pitch' | 'angle'> {
  const third: Vector = [a.at[0] - b.at[0], a.at[1] - b.at[1]];
  const sum: Vector = [a.at[0] + b.at[0], a.at[1] + b.at[1]];
  const other = length(third) < length(sum) ? third : sum;
  const all = [a.at, b.at, other].sort((x, y) => length(x) - length(y));
  const [least, middle] = all as [Vector, Vector, Vector];
  const staggered = length(middle) / length(least) > 1.06;
  // The rows of cells lie across the wave that goes from row to row.
  return {
    lattice: found(staggered ? 'staggered' : 'hexagonal', sure === 'high' ? 'medium' : sure),
    pitch: found(1 / (staggered ? length(least) : all.reduce((s, v) => s + length(v), 0) / 3), sure),
    angle: found(modulo(degrees(least) - 90, staggered ? 180 : 60), sure),
  };
}
