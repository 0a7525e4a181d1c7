import { arcTangent, cosine, sine, square } from '../../../math/exact.ts';
import type { HeightMap } from '../../periodic/compile-tile.ts';
import { type DotShape, dotShape } from './shapes/index.ts';
import { modulo } from '../../../math/integers.ts';
import { createField } from '../../field/field.ts';
import { fieldScreen } from '../../field/field-screen.ts';
import { latticeScreen } from '../../periodic/lattice-screen.ts';
import { evenInCells } from './lattices/even-cells.ts';
import { type Box, boxUnder } from '../../../bend/box-under.ts';
import { type Nearest, type PointGrid, scatteredPoints, spiralPoints } from '../../../math/points.ts';
import type { LatticeName } from './lattices/names.ts';
import { singleDot } from './lattices/single-dot.ts';
import { type CellPlace, REGULAR, type RegularLattice } from './lattices/regular.ts';
import { latticeOf, latticePositions } from '../../periodic/positions.ts';
import { soften } from '../../periodic/soften.ts';
import { actualBasis, actualScreen, type Basis, findSupercellOf, type Supercell } from '../../periodic/supercell.ts';
import { squareSupercell } from '../../periodic/supercells-in-step.ts';
import type { CellMap, CompiledScreen } from '../../compiled.ts';
import type { Making, ScreenAsked } from '../family.ts';
import type { DotSettings } from './params.ts';

/** Everything that a compiled screen of dots depends on. What its lattice does not use is null. */
export interface DotInputs {
  readonly shape: string;
  readonly lattice: string;
  readonly softness: number;
  readonly relevel: boolean;
  readonly pitch: number;
  readonly angle: number;
  /** It keeps step with the other two screens of a rosette. */
  readonly rosette: boolean;
  /** Cells of each ring of the spokes lattice. */
  readonly spokes: number | null;
  readonly seed: number | null;
  /** The sheet in pixels and the middle of rings and spirals in it, for lattices that do not repeat. */
  readonly place: { readonly width: number; readonly height: number; readonly cx: number; readonly cy: number } | null;
}

/** How a screen of dots is compiled: it reads no pictures. */
type How = Pick<Making, 'draft' | 'share'>;

/** The same with the place filled in, for lattices that need it. */
type PlacedInputs = DotInputs & { readonly place: NonNullable<DotInputs['place']> };

const newPlace = (): CellPlace => ({ x: 0, y: 0, column: 0, row: 0 });
/** Cells are numbered row · this + column. */
const ROW_STRIDE = 1 << 24;
const SQUARE: Basis = { ax: 1, ay: 0, bx: 0, by: 1 };

/** Lattices whose cells repeat: compiled into a tile. */
function regular(
  { pitch, angle, rosette, softness, relevel }: DotInputs,
  { draft, share }: How,
  lattice: RegularLattice,
  shape: DotShape,
): CompiledScreen {
  const { ax, ay, bx, by } = lattice.basis;
  const basis = { ax: ax * pitch, ay: ay * pitch, bx: bx * pitch, by: by * pitch };
  const square = lattice === REGULAR.square;
  const cell = square ? squareSupercell(pitch, angle, rosette, draft) : findSupercellOf(basis, angle, draft);
  const place = newPlace();
  const own: HeightMap = (u, v) => {
    lattice.place(u, v, place);
    return shape.spot(place.x, place.y);
  };
  const softened = (height: HeightMap) => soften(height, lattice.basis, softness);
  const cells = square ? squareCells(cell) : regularCells(cell, lattice, pitch);
  return latticeScreen(
    {
      cell,
      height: softened(own),
      relevel,
      draft,
      share,
      single: singleDot(actualBasis(cell), lattice, shape),
      soften: softened,
    },
    cells,
  );
}

const squareCells = (cell: Supercell): CellMap => ({
  kind: 'lattice',
  positions: latticePositions(cell),
  pitch: actualScreen(cell).pitch,
});

function regularCells(cell: Supercell, lattice: RegularLattice, pitch: number): CellMap {
  const at = latticePositions(cell);
  const place = newPlace();
  return {
    kind: 'places',
    reach: Math.ceil(1.5 * pitch) + 1,
    cellOf(x, y) {
      const { u, v } = latticeOf(at, x, y);
      lattice.place(u / at.unit, v / at.unit, place);
      return place.row * ROW_STRIDE + place.column;
    },
  };
}

/** Rings around a centre, `pitch` apart, each divided by `cellsOf` its number. */
function ringField(
  { pitch, angle, softness, relevel, place: sheet }: PlacedInputs,
  draft: boolean,
  shape: DotShape,
  cellsOf: (ring: number) => number,
): CompiledScreen {
  const { width, height, cx, cy } = sheet;
  const place = newPlace();
  const turn = angle / 360;
  function find(px: number, py: number): CellPlace {
    const dx = px - cx;
    const dy = cy - py;
    const radius = Math.sqrt(dx * dx + dy * dy) / pitch;
    const ring = Math.floor(radius);
    const share = arcTangent(dy, dx) / (2 * Math.PI) - turn;
    const across = (share - Math.floor(share)) * cellsOf(ring);
    place.row = ring;
    place.column = Math.floor(across);
    place.x = 2 * (across - place.column) - 1;
    place.y = 2 * (radius - ring) - 1;
    return place;
  }
  const height1: HeightMap = soften((u, v) => shape.spot(2 * u - 1, 2 * v - 1), SQUARE, softness);
  const soft = softness > 0;
  const heights = (x: number, y: number) => {
    const at = find(x, y);
    return soft ? height1((at.x + 1) / 2, (at.y + 1) / 2) : shape.spot(at.x, at.y);
  };
  const far = Math.sqrt(square(Math.max(cx, width - cx)) + square(Math.max(cy, height - cy)));
  const widest = (2 * Math.PI * far) / cellsOf(Math.floor(far / pitch));
  const cells: CellMap = {
    kind: 'places',
    reach: Math.ceil(1.5 * pitch + widest) + 1,
    cellOf(x, y) {
      const at = find(x, y);
      return at.row * ROW_STRIDE + at.column;
    },
  };
  return fieldScreen(createField(heights, { width, height }, relevel, draft), cells);
}

/** Cells of equal arc: each ring takes as many as come nearest. */
const equalArc = (ring: number): number => Math.max(3, Math.round(2 * Math.PI * (ring + 0.5)));

const clamp = (x: number): number => Math.max(-1, Math.min(1, x));

/**
 * The greater of two heights, rounded off where they meet: over a difference that grows with the depth below the top, so
 * that flanks lean into each other and yet fall all the way from the middle of a dot, which therefore stays whole.
 */
function softMax(a: number, b: number, softness: number): number {
  const greater = Math.max(a, b);
  const k = softness * (1 - greater);
  const near = k - Math.abs(a - b);
  const leant = near > 0 ? greater + (near * near) / (4 * k) : greater;
  // Where both are lowest the rounding lifts them by so much: the range is -1..1 again.
  return Math.max(-1, 1 - (1 - leant) / (1 - softness / 4));
}

/** Heights around points: the shape turned by the screen's angle, sized so that cells are never larger. */
function pointHeights(points: PointGrid, shape: DotShape, angle: number, softness: number) {
  const turn = (angle * Math.PI) / 180;
  const c = cosine(turn) / points.reach;
  const s = sine(turn) / points.reach;
  const out: Nearest = { index: 0, dx: 0, dy: 0, dx2: 0, dy2: 0 };
  const spot = (dx: number, dy: number) => shape.spot(clamp(dx * c - dy * s), clamp(-dx * s - dy * c));
  return (x: number, y: number): number => {
    points.nearest(x, y, out, softness > 0);
    const own = spot(out.dx, out.dy);
    if (softness === 0) return own;
    return softMax(own, spot(out.dx2, out.dy2), softness);
  };
}

/** Widest torus of scattered cells, in cells and in pixels. */
const SCATTER_CELLS = 64;
const SCATTER_PIXELS = 640;
const FEWEST_SCATTER_CELLS = 8;
const DRAFT_PIXELS = 160;
/** Pixels of a sheet that is looked at without a tile, and cells across its torus at least. */
const SMALL_SHEET = 96 * 96;
const FEWEST_LOOK_CELLS = 5;
/** Cells larger than this repeat sooner, or compiling them would take too long. */
const LARGE_PITCH = 150;

/** A first look without a tile, where that is less work: few cells, computed where they are seen. */
function scatteredLook(
  { pitch, angle, softness, relevel, seed, place: { width, height } }: PlacedInputs,
  shape: DotShape,
): CompiledScreen {
  const covers = Math.max(width, height) / pitch + 1;
  const side = Math.min(FEWEST_SCATTER_CELLS, Math.max(FEWEST_LOOK_CELLS, covers)) * pitch;
  const heights = pointHeights(scatteredPoints(side, pitch, seed!), shape, angle, softness);
  return fieldScreen(createField(heights, { width, height }, relevel, true), null);
}

function scattered(input: PlacedInputs, { draft, share }: How, shape: DotShape): CompiledScreen {
  const { pitch, angle, softness, relevel, seed } = input;
  const { width, height } = input.place;
  const pixels = draft ? DRAFT_PIXELS : SCATTER_PIXELS;
  const fewest = pitch > LARGE_PITCH ? FEWEST_LOOK_CELLS : FEWEST_SCATTER_CELLS;
  const most = Math.max(fewest, Math.min(SCATTER_CELLS, pixels / pitch));
  if (draft && (width * height <= SMALL_SHEET || most * pitch > 2 * DRAFT_PIXELS)) return scatteredLook(input, shape);
  const side = Math.round(most * pitch);
  const points = scatteredPoints(side, pitch, seed!);
  const raw = pointHeights(points, shape, angle, softness);
  const heights = relevel ? evenInCells(points, side, raw) : raw;
  const cell: Supercell = { x1: side, y1: 0, x2: 0, y2: side, i1: 1, j1: 0, i2: 0, j2: 1 };
  const pixelAt = (share: number) => modulo(Math.round(share * side - 0.5), side);
  const cellHeight: HeightMap = (u, v) => heights(pixelAt(u), pixelAt(1 - v));
  const out: Nearest = { index: 0, dx: 0, dy: 0, dx2: 0, dy2: 0 };
  const cells: CellMap = {
    kind: 'places',
    reach: Math.ceil(2.2 * pitch) + 1,
    cellOf(x, y) {
      points.nearest(x, y, out);
      // The torus that the point itself lies in tells repeats apart.
      const tx = Math.floor((x - out.dx) / side + 1e-9);
      const ty = Math.floor((y - out.dy) / side + 1e-9);
      return ((ty + 1) * 4096 + tx + 1) * 65536 + out.index;
    },
  };
  return latticeScreen({ cell, height: cellHeight, relevel, draft, share }, cells);
}

function spiral(
  { pitch, angle, softness, relevel, place }: PlacedInputs,
  { draft }: How,
  shape: DotShape,
): CompiledScreen {
  const { width, height, cx, cy } = place;
  const over = ({ left, top, right, bottom }: Box): CompiledScreen => {
    const box = { x: left, y: top, width: right - left, height: bottom - top };
    const points = spiralPoints(box, { x: cx, y: cy }, pitch, angle);
    const heights = pointHeights(points, shape, angle, softness);
    const out: Nearest = { index: 0, dx: 0, dy: 0, dx2: 0, dy2: 0 };
    return fieldScreen(createField(heights, { width, height }, relevel, draft), {
      kind: 'places',
      reach: Math.ceil(2.5 * pitch) + 1,
      cellOf: (x, y) => points.nearest(x, y, out).index,
    });
  };
  const sheet = { left: 0, top: 0, right: width, bottom: height };
  // What is bent shows points that lie beyond the sheet.
  return { ...over(sheet), bent: (how) => over(boxUnder(how.back, sheet, place)).bent!(how) };
}

/** How a lattice is compiled, and what it uses besides frequency and angle. */
interface LatticeMaker {
  make(input: PlacedInputs, how: How, shape: DotShape): CompiledScreen;
  /** It does not repeat, so that the sheet counts. */
  readonly placed: boolean;
  readonly centre: boolean;
  readonly chance: boolean;
}

const repeating = (lattice: RegularLattice): LatticeMaker => ({
  make: (input, how, shape) => regular(input, how, lattice, shape),
  placed: false,
  centre: false,
  chance: false,
});

const aroundCentre = (make: LatticeMaker['make']): LatticeMaker => ({
  make,
  placed: true,
  centre: true,
  chance: false,
});

/** Every lattice by its name. */
const LATTICE_MAKERS: Readonly<Record<LatticeName, LatticeMaker>> = {
  square: repeating(REGULAR.square!),
  staggered: repeating(REGULAR.staggered!),
  hexagonal: repeating(REGULAR.hexagonal!),
  rings: aroundCentre((input, { draft }, shape) => ringField(input, draft, shape, equalArc)),
  spokes: aroundCentre((input, { draft }, shape) => ringField(input, draft, shape, () => input.spokes!)),
  spiral: aroundCentre(spiral),
  scattered: { make: scattered, placed: true, centre: false, chance: true },
};

/** @throws RangeError when there is no lattice of that name */
export function latticeMaker(lattice: string): LatticeMaker {
  const maker = LATTICE_MAKERS[lattice as LatticeName];
  if (!maker) throw new RangeError(`There is no lattice called ${lattice}.`);
  return maker;
}

export function dotInputs({ own, shared, pitch, width, height, rosette }: ScreenAsked<DotSettings>): DotInputs {
  const { shape, lattice, softness, relevel } = own;
  const { placed, centre, chance } = latticeMaker(lattice);
  const at = centre ? { cx: shared.centreX * width - 0.5, cy: shared.centreY * height - 0.5 } : { cx: 0, cy: 0 };
  return {
    shape,
    lattice,
    softness,
    relevel,
    pitch,
    angle: shared.angle,
    rosette: rosette && lattice === 'square',
    spokes: lattice === 'spokes' ? own.spokes : null,
    seed: chance ? shared.seed : null,
    place: placed ? { width, height, ...at } : null,
  };
}

/**
 * Compiles a screen of dots.
 * @throws RangeError when there is no such shape or lattice
 */
export function compileDots(inputs: DotInputs, how: How): CompiledScreen {
  const dots = dotShape(inputs.shape);
  if (!dots) throw new RangeError(`There is no dot shape called ${inputs.shape}.`);
  const place = inputs.place ?? { width: 0, height: 0, cx: 0, cy: 0 };
  return latticeMaker(inputs.lattice).make({ ...inputs, place }, how, dots);
}
