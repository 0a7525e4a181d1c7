import { type LinearRgb, linearOfHex } from '../colour/srgb.ts';
import { hash32 } from '../math/hash.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { cosine, sine } from '../math/exact.ts';
import { cellSums, meanOf, pixelsOf, type PlanesReader, type Sums } from './cell-sums.ts';
import { alongSheet, nearestOf, saturated, stopsColour } from './colour.ts';
import { diffusedColours } from './diffuse.ts';
import { type Edited, editsByMark } from './edits.ts';
import { type CellSize, type Site, siteId } from './lattices/kind.ts';
import { inPrintOrder, type Mark } from './mark.ts';
import { scaleOf, sizeOf } from './measure-size.ts';
import { type Box, boxOf, clockwise, type Matrix, outlineArea, reachOf } from './outline.ts';
import type { MarkSettings } from './params.ts';
import { markLattice, type PlaceAsked } from './place.ts';
import { markOutlines, type UnitOutline } from './shape-of.ts';
import { turnOf, turnsByGradient } from './turning.ts';

/** What marks are made of besides tones: plain data, so that equal inputs make equal marks. */
export interface MarkInputs extends PlaceAsked {
  readonly own: MarkSettings;
}

export interface MarkWork {
  /**
   * The tone of the picture, and for marks in its colours the light of red, green and blue and how clear it is (nothing
   * where all of it is opaque).
   */
  readonly read: PlanesReader;
  readonly planes: number;
  /** Finishes the mean tone of a cell, 0..65535. */
  finish(tone: number): number;
}

/** Makes the marks of a sheet, wherever they are asked for. */
export interface Marker {
  /** No outline reaches further from its site, in pixels. */
  readonly reach: number;
  /** The largest cell of its lattice. */
  readonly cell: CellSize;
  /** Marks whose outlines may touch a box, in print order. `step`: tones are read of every step-th row only. */
  marksNear(box: Box, step?: number): Mark[];
  /** Marks whose sites lie in a box: every mark belongs to just one of boxes that do not overlap. They are not kept. */
  marksOf(box: Box, step?: number): Mark[];
  /** Drops what it keeps of the sheet; marks that are asked for afterwards are made anew. */
  forget(): void;
}

/** Width of the widest mark in pixels, which says how fine outlines must be. */
const widest = (s: MarkSettings, pitch: number): number => 2 * Math.max(s.from, s.to, 0.2) * pitch;

function parity({ flip }: MarkSettings, { row, column }: Site): boolean {
  const odd = (n: number) => ((n % 2) + 2) % 2 === 1;
  if (flip === 'rows') return odd(row);
  if (flip === 'columns') return odd(column);
  return flip === 'both' && odd(row + column);
}

/** Takes a unit outline to its place: flipped, mirrored, scaled with its cell, turned and moved. */
function matrixOf(
  s: MarkSettings,
  site: Site,
  { box }: UnitOutline,
  [wide, high]: readonly [number, number],
  turn: number,
  x: number,
  y: number,
): Matrix {
  const flipped = parity(s, site);
  const mirrored = flipped && s.flipTurn === 0;
  // A mirrored mark keeps the box that it stands in.
  const [fy, fd] = mirrored ? [-1, box.top + box.bottom] : [1, 0];
  const mx = site.copy & 1 ? -1 : 1;
  const my = site.copy & 2 ? -1 : 1;
  // A stretched mark keeps to the directions of its cell; what turns it beside them comes first.
  const base = s.stretch ? site.turn : 0;
  const own = turn - base + (site.flipped ? Math.PI : 0) + (flipped && !mirrored ? (s.flipTurn * Math.PI) / 180 : 0);
  const [c, n] = [cosine(own), sine(own)];
  const [cb, nb] = [cosine(base), sine(base)];
  // Own turn of the flipped and mirrored outline.
  const [a1, b1, c1, d1] = [c * mx, -n * mx, n * my * fy, c * my * fy];
  const [e1, f1] = [n * my * fd, c * my * fd];
  // Scaled in the directions of the cell, then turned with it.
  const along = (px: number, py: number): readonly [number, number] => [
    cb * wide * px + nb * high * py,
    -nb * wide * px + cb * high * py,
  ];
  const [a, b] = along(a1, b1);
  const [cc, d] = along(c1, d1);
  const [e, f] = along(e1, f1);
  return [a, b, cc, d, e + x, f + y];
}

/** Makes a marker. Nothing is read before the first marks are asked for. */
export function createMarker(inputs: MarkInputs, work: MarkWork): Marker {
  const { own: s, sheet, cx, cy, seed } = inputs;
  const lattice = markLattice(s, inputs);
  const perMm = sheet.ppi / MM_PER_INCH;
  const edits = editsByMark(s.edits);
  const { largest: cell } = lattice;
  const outlines = markOutlines(s, widest(s, Math.sqrt(cell.area)));
  const sums = cellSums({
    lattice,
    sheet,
    planes: work.planes,
    moments: turnsByGradient(s),
    high: cell.high,
    read: work.read,
  });
  const made = new Map<number, Mark | null>();
  let madeStep = 1;

  const largest = Math.max(s.from, s.to);
  const biggest = (site: Pick<Site, 'area' | 'wide' | 'high'>): number => {
    if (outlines.reach === 0) return 0;
    const { box } = outlines;
    const aspect = s.stretch ? Math.max(site.wide / site.high, site.high / site.wide) : 1;
    const unit = { box, area: smallestArea() };
    const [w, h] = scaleOf({ ...s, stretch: false }, unit, site, largest);
    return Math.max(w, h) * outlines.reach * aspect;
  };
  let least = 0;
  /** The smallest area of its outlines, which are the most enlarged. */
  function smallestArea(): number {
    if (least > 0) return least;
    least = Infinity;
    for (const tone of [0, 0.25, 0.5, 0.75, 1]) {
      for (let turn = 0; turn < (s.shape === 'letters' ? 256 : 1); turn++) {
        const unit = outlines.of({ tone, turn, seed: 0 });
        if (unit && unit.area > 0) least = Math.min(least, unit.area);
      }
    }
    if (!Number.isFinite(least)) least = 1;
    return least;
  }

  const most = Math.max(1, ...[...edits.values()].map((e) => e.times));
  const far =
    Math.max(0, ...[...edits.values()].map((e) => Math.max(Math.abs(e.right), Math.abs(e.down)))) * perMm * 1.5;

  const reach = Math.max(biggest(cell) * most, lattice.reach) + far + 1;

  // Tones from a limit on print solid: their cells are filled.
  const closes = work.finish(ALMOST_SOLID) === 65535;
  const lights = s.palette.map(linearOfHex);
  const nearest = nearestOf(lights);
  const gradient = stopsColour(s.stops);
  const along = alongSheet(sheet.width, sheet.height, s.along);
  let diffused: ReadonlyMap<number, number> | null = null;

  const lightOf = (own: Sums): LinearRgb => {
    const mean = (k: number) => meanOf(own, k) / 65535;
    return saturated([mean(1), mean(2), mean(3)], s.saturation);
  };
  const isClear = (own: Sums): boolean => work.planes > 4 && meanOf(own, 4) > 32767;

  function colourOf(site: Site, own: Sums): LinearRgb | null {
    if (s.colour === 'cell') return lightOf(own);
    if (s.colour === 'gradient') return gradient(along(site.x, site.y));
    if (s.colour !== 'palette') return null;
    if (!s.diffuse) return lights[nearest(lightOf(own))]!;
    diffused ??= diffusedColours(
      lattice,
      sheet,
      lights,
      (at) => {
        const its = sums.of(at, 1);
        return pixelsOf(its) > 0 ? lightOf(its) : null;
      },
      nearest,
    );
    return lights[diffused.get(siteId(site)) ?? 0]!;
  }

  function markAt(site: Site, sumsAt: (site: Site) => Sums): Mark | null {
    const id = siteId(site);
    const edit: Edited | undefined = edits.get(id);
    if (edit?.deleted) return null;
    const its = sumsAt(site);
    if (pixelsOf(its) === 0 || isClear(its)) return null;
    const tone = work.finish(Math.round(meanOf(its, 0))) / 65535;
    if (closes && tone >= 1) return solidMark(id, site, colourOf(site, its));
    const size = sizeOf(s, tone);
    if (size <= 0) return null;
    const { row, column } = site;
    const unit = outlines.of({ tone, turn: readingOrder(site), seed: hash32(row, column, seed) });
    if (!unit || unit.area <= 0) return null;
    const times = edit?.times ?? 1;
    const whole = scaleOf(s, unit, site, s.shape === 'letters' && s.letterUse === 'ink' ? s.to : size);
    const [w, h] = [whole[0] * (1 - s.gap), whole[1] * (1 - s.gap)];
    const width = Math.max(w * (unit.box.right - unit.box.left), h * (unit.box.bottom - unit.box.top)) * times;
    if (width < s.dropBelow * perMm) return null;
    const turn = turnOf(s, { site, sums: its, tone, cx, cy, seed }) + ((edit?.turn ?? 0) * Math.PI) / 180;
    const x = site.x + (edit?.right ?? 0) * perMm;
    const y = site.y + (edit?.down ?? 0) * perMm;
    const own = colourOf(site, its);
    const colour = own && edit?.colour ? linearOfHex(edit.colour) : own;
    return {
      id,
      site,
      x,
      y,
      tone,
      unit,
      matrix: matrixOf(s, site, unit, [w * times, h * times], turn, x, y),
      turn,
      width,
      colour,
    };
  }

  /** Place of a cell in reading order, where a text runs through the cells. */
  function readingOrder(site: Site): number {
    if (s.fit === 'counts') return site.row * s.across + site.column;
    return site.row * columnsOfText() + site.column;
  }

  const columnsOfText = (): number => Math.max(1, Math.round(sheet.width / cell.wide));

  function markOf(site: Site, step: number): Mark | null {
    if (step !== madeStep) {
      made.clear();
      madeStep = step;
    }
    const id = siteId(site);
    const known = made.get(id);
    if (known !== undefined) return known;
    const mark = markAt(site, (at) => sums.of(at, step));
    if (made.size > MOST_MARKS) made.clear();
    made.set(id, mark);
    return mark;
  }

  function marks(box: Box, made: (site: Site) => Mark | null): Mark[] {
    const all: Mark[] = [];
    for (const site of lattice.sitesIn(box)) {
      const mark = made(site);
      if (mark) all.push(mark);
    }
    return isOrdered(all) ? all : all.sort(inPrintOrder);
  }

  return {
    reach,
    cell,
    forget() {
      made.clear();
      sums.forget();
      diffused = null;
    },
    marksOf(box, step = 1) {
      const once = sums.under(box, step > 1) ?? ((site: Site) => sums.of(site, step));
      return marks(box, (site) => markAt(site, once));
    },
    marksNear({ left, top, right, bottom }, step = 1) {
      const box = { left: left - reach, top: top - reach, right: right + reach, bottom: bottom + reach };
      const once = step > 1 ? sums.under(box, true) : null;
      return marks(box, once ? (site) => markAt(site, once) : (site) => markOf(site, step));
    },
  };
}

/** Whether marks are in print order already, as those of straight rows are. */
function isOrdered(marks: readonly Mark[]): boolean {
  for (let k = 1; k < marks.length; k++) if (inPrintOrder(marks[k - 1]!, marks[k]!) > 0) return false;
  return true;
}

/** A tone that is solid only where a limit makes it so. */
const ALMOST_SOLID = 65534;

/** A cell that is filled altogether. */
function solidMark(id: number, site: Site, colour: LinearRgb | null): Mark {
  const own = clockwise([site.cell.map((v, k) => v - (k % 2 === 0 ? site.x : site.y))]);
  const unit: UnitOutline = {
    outline: own,
    area: outlineArea(own),
    box: boxOf(own),
    reach: reachOf(own),
    circle: null,
    name: 'cell',
    path: null,
  };
  return {
    id,
    site,
    x: site.x,
    y: site.y,
    tone: 1,
    unit,
    matrix: [1, 0, 0, 1, site.x, site.y],
    turn: 0,
    width: site.wide,
    colour,
  };
}

/** Marks that are kept at most. */
const MOST_MARKS = 200_000;
