import { arcTangent, cosine, sine } from '../../../math/exact.ts';
import { compileTile, type HeightMap } from '../../periodic/compile-tile.ts';
import { type DotShape, dotShape } from './shapes/index.ts';
import { createField } from '../../field/field.ts';
import { type Nearest, type PointGrid, scatteredPoints, spiralPoints } from './lattices/points.ts';
import { type CellPlace, REGULAR, type RegularLattice } from './lattices/regular.ts';
import { latticeOf, latticePositions } from '../../periodic/positions.ts';
import { soften } from '../../periodic/soften.ts';
import { actualScreen, type Basis, findSupercell, findSupercellOf, type Supercell } from '../../periodic/supercell.ts';
import { type CellMap, type CompiledScreen, ONE_INK, type PrepareInput } from '../../compiled.ts';

const newPlace = (): CellPlace => ({ x: 0, y: 0, column: 0, row: 0 });
/** Cells are numbered row · this + column. */
const ROW_STRIDE = 2 ** 24;
const SQUARE: Basis = { ax: 1, ay: 0, bx: 0, by: 1 };

/** Lattices whose cells repeat: compiled into a tile. */
function regular({ screen, pitch, draft }: PrepareInput, lattice: RegularLattice, shape: DotShape): CompiledScreen {
  const { ax, ay, bx, by } = lattice.basis;
  const basis = { ax: ax * pitch, ay: ay * pitch, bx: bx * pitch, by: by * pitch };
  const square = lattice === REGULAR.square;
  const cell = square ? findSupercell(pitch, screen.angle, draft) : findSupercellOf(basis, screen.angle, draft);
  const place = newPlace();
  const own: HeightMap = (u, v) => {
    lattice.place(u, v, place);
    return shape.spot(place.x, place.y);
  };
  const { softness, relevel } = screen.dots;
  const tile = compileTile(cell, soften(own, lattice.basis, softness), { relevel, draft });
  const cells = square ? squareCells(cell) : regularCells(cell, lattice, pitch);
  return { kind: 'tile', tile, cells, grain: 1, prints: ONE_INK };
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
function ringField(input: PrepareInput, shape: DotShape, cellsOf: (ring: number) => number): CompiledScreen {
  const { screen, width, height, pitch, draft } = input;
  const cx = screen.centreX * width - 0.5;
  const cy = screen.centreY * height - 0.5;
  const place = newPlace();
  const turn = screen.angle / 360;
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
  const height1: HeightMap = soften((u, v) => shape.spot(2 * u - 1, 2 * v - 1), SQUARE, screen.dots.softness);
  const soft = screen.dots.softness > 0;
  const heights = (x: number, y: number) => {
    const at = find(x, y);
    return soft ? height1((at.x + 1) / 2, (at.y + 1) / 2) : shape.spot(at.x, at.y);
  };
  const far = Math.sqrt(Math.max(cx, width - cx) ** 2 + Math.max(cy, height - cy) ** 2);
  const widest = (2 * Math.PI * far) / cellsOf(Math.floor(far / pitch));
  const cells: CellMap = {
    kind: 'places',
    reach: Math.ceil(1.5 * pitch + widest) + 1,
    cellOf(x, y) {
      const at = find(x, y);
      return at.row * ROW_STRIDE + at.column;
    },
  };
  return {
    kind: 'field',
    field: createField(heights, { width, height }, screen.dots.relevel, draft),
    cells,
    grain: 1,
    prints: ONE_INK,
  };
}

/** Cells of equal arc: each ring takes as many as come nearest. */
const equalArc = (ring: number): number => Math.max(3, Math.round(2 * Math.PI * (ring + 0.5)));

const clamp = (x: number): number => Math.max(-1, Math.min(1, x));

/** The greater of two, rounded off over a difference of k where they meet. */
function softMax(a: number, b: number, k: number): number {
  const greater = Math.max(a, b);
  if (k === 0) return greater;
  const near = k - Math.abs(a - b);
  return near > 0 ? greater + (near * near) / (4 * k) : greater;
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
    // The rounded maximum rises above its parts by a quarter of k at most.
    return softMax(own, spot(out.dx2, out.dy2), softness) - softness / 4;
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
function scatteredLook({ screen, width, height, pitch }: PrepareInput, shape: DotShape): CompiledScreen {
  const covers = Math.max(width, height) / pitch + 1;
  const side = Math.min(FEWEST_SCATTER_CELLS, Math.max(FEWEST_LOOK_CELLS, covers)) * pitch;
  const heights = pointHeights(scatteredPoints(side, pitch, screen.seed), shape, screen.angle, screen.dots.softness);
  const field = createField(heights, { width, height }, screen.dots.relevel, true);
  return { kind: 'field', field, cells: null, grain: 1, prints: ONE_INK };
}

function scattered(input: PrepareInput, shape: DotShape): CompiledScreen {
  const { screen, width, height, pitch, draft } = input;
  const pixels = draft ? DRAFT_PIXELS : SCATTER_PIXELS;
  const fewest = pitch > LARGE_PITCH ? FEWEST_LOOK_CELLS : FEWEST_SCATTER_CELLS;
  const most = Math.max(fewest, Math.min(SCATTER_CELLS, pixels / pitch));
  if (draft && (width * height <= SMALL_SHEET || most * pitch > 2 * DRAFT_PIXELS)) return scatteredLook(input, shape);
  const side = Math.round(most * pitch);
  const points = scatteredPoints(side, pitch, screen.seed);
  const heights = pointHeights(points, shape, screen.angle, screen.dots.softness);
  const cell: Supercell = { x1: side, y1: 0, x2: 0, y2: side, i1: 1, j1: 0, i2: 0, j2: 1 };
  const tile = compileTile(cell, (u, v) => heights(u * side - 0.5, (1 - v) * side - 0.5), {
    relevel: screen.dots.relevel,
    draft,
  });
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
  return { kind: 'tile', tile, cells, grain: 1, prints: ONE_INK };
}

function spiral({ screen, width, height, pitch, draft }: PrepareInput, shape: DotShape): CompiledScreen {
  const centre = { x: screen.centreX * width - 0.5, y: screen.centreY * height - 0.5 };
  const points = spiralPoints({ x: 0, y: 0, width, height }, centre, pitch, screen.angle);
  const heights = pointHeights(points, shape, screen.angle, screen.dots.softness);
  const out: Nearest = { index: 0, dx: 0, dy: 0, dx2: 0, dy2: 0 };
  return {
    kind: 'field',
    field: createField(heights, { width, height }, screen.dots.relevel, draft),
    cells: {
      kind: 'places',
      reach: Math.ceil(2.5 * pitch) + 1,
      cellOf: (x, y) => points.nearest(x, y, out).index,
    },
    grain: 1,
    prints: ONE_INK,
  };
}

/** Every lattice by its name. */
const LATTICE_MAKERS: Readonly<Record<string, (input: PrepareInput, shape: DotShape) => CompiledScreen>> = {
  square: (input, shape) => regular(input, REGULAR.square!, shape),
  staggered: (input, shape) => regular(input, REGULAR.staggered!, shape),
  hexagonal: (input, shape) => regular(input, REGULAR.hexagonal!, shape),
  rings: (input, shape) => ringField(input, shape, equalArc),
  spokes: (input, shape) => ringField(input, shape, () => input.screen.dots.spokes),
  spiral,
  scattered,
};

/** Compiles a screen of dots. */
export function prepareDots(input: PrepareInput): CompiledScreen {
  const { shape, lattice } = input.screen.dots;
  const dots = dotShape(shape);
  const make = LATTICE_MAKERS[lattice];
  if (!dots) throw new RangeError(`There is no dot shape called ${shape}.`);
  if (!make) throw new RangeError(`There is no lattice called ${lattice}.`);
  return make(input, dots);
}
