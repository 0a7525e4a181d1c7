import { hash32 } from '../math/hash.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { drawMatrix, layBent } from './bent/bent-outline.ts';
import { type Edited, editsByMark } from './edits.ts';
import type { Laid } from './laid.ts';
import { type MarkLattice, type Site, siteId } from './lattices/kind.ts';
import type { MarkInputs } from './place.ts';
import { writeMatrix } from './matrix.ts';
import { scaleOf, sizeOf } from './measure-size.ts';
import { boxOf, clockwise, outlineArea, reachOf } from './outline.ts';
import type { MarkSettings } from './params.ts';
import { markOutlines, type UnitOutline } from './shape-of.ts';
import { meanOf, pixelsOf, type Sums } from './sum-cells.ts';
import { turnOf } from './turning.ts';

export interface Laying {
  /** No outline reaches further from its site, in pixels. */
  readonly reach: number;
  /** Fills in how the mark of a site is laid, from the sums of its cell; false where none is. */
  lay(site: Site, sums: Sums, into: Laid): boolean;
  /** What edits by hand do to a mark. */
  editOf(site: Site): Edited | undefined;
}

export interface LayingWork {
  /** Planes that are summed: with five the last says how clear a cell is. */
  readonly planes: number;
  /** Finishes the mean tone of a cell, 0..65535. */
  finish(tone: number): number;
}

/** Width of the widest mark in pixels, which says how fine outlines must be. */
const widest = (s: MarkSettings, pitch: number): number => 2 * Math.max(s.from, s.to, 0.2) * pitch;

/** A tone that is solid only where a limit makes it so. */
const ALMOST_SOLID = 65534;

/** A cell that is filled altogether. */
function solidUnit({ cell, x, y }: Site): UnitOutline {
  const outline = clockwise([Float64Array.from(cell, (v, k) => v - (k % 2 === 0 ? x : y))]);
  return {
    outline,
    area: outlineArea(outline),
    box: boxOf(outline),
    reach: reachOf(outline),
    circle: null,
    name: 'cell',
    path: null,
  };
}

function layCell(site: Site, into: Laid): void {
  into.unit = solidUnit(site);
  into.tone = 1;
  into.turn = 0;
  into.width = site.wide;
  into.x = site.x;
  into.y = site.y;
  into.matrix.set([1, 0, 0, 1, site.x, site.y]);
}

/** Lays marks on a lattice: which outline each has, how large it is and how it is turned. */
export function createLaying(inputs: MarkInputs, lattice: MarkLattice, { planes, finish }: LayingWork): Laying {
  const { own: s, sheet, cx, cy, seed } = inputs;
  const perMm = sheet.ppi / MM_PER_INCH;
  const edits = editsByMark(s.edits);
  const { bent } = lattice;
  // Marks that are bent as a whole are laid in the lattice as it was before.
  const whole = bent && !bent.how.keeping ? bent : null;
  const { largest: cell } = whole?.before ?? lattice;
  const outlines = markOutlines(s, widest(s, Math.sqrt(cell.area)));
  // Tones from a limit on print solid: their cells are filled.
  const closes = finish(ALMOST_SOLID) === 65535;
  const columnsOfText =
    s.fit === 'counts' ? s.across : Math.max(1, Math.round(sheet.width / (bent?.before ?? lattice).largest.wide));
  const sizedByInk = s.shape === 'letters' && s.letterUse === 'ink';
  const isClear = (sums: Sums): boolean => planes > 4 && meanOf(sums, 4) > 32767;

  /** The smallest area of its outlines, which are the most enlarged. */
  function smallestArea(): number {
    let least = Infinity;
    for (const tone of [0, 0.25, 0.5, 0.75, 1]) {
      for (let turn = 0; turn < (s.shape === 'letters' ? 256 : 1); turn++) {
        const unit = outlines.of({ tone, turn, seed: 0 });
        if (unit && unit.area > 0) least = Math.min(least, unit.area);
      }
    }
    return Number.isFinite(least) ? least : 1;
  }

  /** How far the largest outline reaches from the middle of the largest cell. */
  function biggest(): number {
    if (outlines.reach === 0) return 0;
    const { box } = outlines;
    const aspect = s.stretch ? Math.max(cell.wide / cell.high, cell.high / cell.wide) : 1;
    const unit = { box, area: smallestArea() };
    const [w, h] = scaleOf({ ...s, stretch: false }, unit, cell, Math.max(s.from, s.to));
    return Math.max(w, h) * outlines.reach * aspect;
  }

  const most = Math.max(1, ...[...edits.values()].map((e) => e.times));
  const far =
    Math.max(0, ...[...edits.values()].map((e) => Math.max(Math.abs(e.right), Math.abs(e.down)))) * perMm * 1.5;
  const editOf = (site: Site): Edited | undefined => (edits.size === 0 ? undefined : edits.get(siteId(site)));

  function lay(site: Site, sums: Sums, into: Laid): boolean {
    const edit = editOf(site);
    if (edit?.deleted || pixelsOf(sums) === 0 || isClear(sums)) return false;
    const tone = finish(Math.round(meanOf(sums, 0))) / 65535;
    if (closes && tone >= 1) {
      layCell(site, into);
      return true;
    }
    const size = sizeOf(s, tone);
    if (size <= 0) return false;
    const at = whole ? site.before! : site;
    const { row, column } = site;
    // Where a text runs through the cells they are counted in reading order.
    const unit = outlines.of({ tone, turn: row * columnsOfText + column, seed: hash32(row, column, seed) });
    if (!unit || unit.area <= 0) return false;
    const times = edit?.times ?? 1;
    const scale = scaleOf(s, unit, at, sizedByInk ? s.to : size);
    const wide = scale[0] * (1 - s.gap);
    const high = scale[1] * (1 - s.gap);
    const width = Math.max(wide * (unit.box.right - unit.box.left), high * (unit.box.bottom - unit.box.top)) * times;
    if (width < s.dropBelow * perMm) return false;
    into.unit = unit;
    into.tone = tone;
    into.turn = turnOf(s, { site: at, sums, tone, cx, cy, seed }) + ((edit?.turn ?? 0) * Math.PI) / 180;
    into.width = width;
    into.x = at.x + (edit?.right ?? 0) * perMm;
    into.y = at.y + (edit?.down ?? 0) * perMm;
    writeMatrix(s, at, unit, wide * times, high * times, into.turn, into.x, into.y, into.matrix);
    if (whole) layBent(whole.how, into);
    else if (bent?.how.shaping) drawMatrix(bent.how.shaping, into);
    return true;
  }

  const drawn = bent?.how.shaping ? bent.stretch : 1;
  return { reach: Math.max((biggest() * most + far) * drawn, lattice.reach + far) + 1, lay, editOf };
}
