import type { BentLattice } from '../bend/bends.ts';
import { type LinearRgb, linearOfHex } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { cellSums, type CodedTones, type PlanesReader } from './cell-sums.ts';
import { alongSheet, nearestOf, saturated, stopsColour } from './colour.ts';
import { diffusedColours } from './diffuse.ts';
import { laidBlocks, type LaidOutline } from './laid-blocks.ts';
import { type CellSize, type Site, siteId } from './lattices/kind.ts';
import { emptyLaid } from './laid.ts';
import { createLaying } from './laying.ts';
import { inPrintOrder, type Mark } from './mark.ts';
import type { Box } from './outline.ts';
import type { Size } from '../raster/sheet.ts';
import { keptLattice, type MarkInputs } from './place.ts';
import { lengthOfSums, meanOf, packCells, pixelsOf, type Sums } from './sum-cells.ts';
import { turnsByGradient } from './turning.ts';

export interface MarkWork {
  readonly kernels: Kernels;
  /**
   * The tone of the picture, and for marks in its colours the light of red, green and blue and how clear it is (nothing
   * where all of it is opaque).
   */
  readonly read: PlanesReader;
  readonly planes: number;
  /** Light and tables of the tone alone, where nothing else lies between the two. */
  readonly codes?: CodedTones | null;
  /** Finishes the mean tone of a cell, 0..65535. */
  finish(tone: number): number;
  /** How their lattice is bent; null where it is straight. */
  readonly bent?: BentLattice | null;
  /** Pixels of the plane that tones are read of, where that is not the sheet. */
  readonly plane?: Size;
}

/** Makes the marks of a sheet, wherever they are asked for. */
export interface Marker {
  /** No outline reaches further from its site, in pixels. */
  readonly reach: number;
  /** The largest cell of its lattice. */
  readonly cell: CellSize;
  /** Marks whose outlines may touch a box, in print order. `step`: above 1 for a first look, which reads a few rows of each cell. */
  marksNear(box: Box, step?: number): Mark[];
  /** The marks that `marksNear` finds, and others near the box: only where they are laid, in no order. */
  laidNear(box: Box, step?: number): LaidOutline[];
  /** Marks whose sites lie in a box: every mark belongs to just one of boxes that do not overlap. They are not kept. */
  marksOf(box: Box): Mark[];
  /** Drops what it keeps of the sheet; marks that are asked for afterwards are made anew. */
  forget(): void;
}

/** Makes a marker. Nothing is read before the first marks are asked for. */
export function createMarker(inputs: MarkInputs, work: MarkWork): Marker {
  const { own: s, sheet } = inputs;
  const { lattice, again } = keptLattice(s, inputs, work.bent);
  const { largest: cell } = lattice;
  const laying = createLaying(inputs, lattice, work);
  const { reach } = laying;
  const sums = cellSums({
    kernels: work.kernels,
    lattice,
    again,
    sheet: work.plane ?? sheet,
    planes: work.planes,
    moments: turnsByGradient(s),
    high: cell.high,
    read: work.read,
    codes: work.codes ?? null,
  });
  const each = lengthOfSums(work.planes);
  const made = new Map<number, Mark | null>();
  const rough = laidBlocks(sums, laying, true);
  const exact = laidBlocks(sums, laying, false);
  const laid = emptyLaid();

  const lights = s.palette.map(linearOfHex);
  const nearest = nearestOf(lights);
  const gradient = stopsColour(s.stops);
  const along = alongSheet(sheet.width, sheet.height, s.along);
  let diffused: ReadonlyMap<number, number> | null = null;

  const lightOf = (own: Sums): LinearRgb => {
    const mean = (k: number) => meanOf(own, k) / 65535;
    return saturated([mean(1), mean(2), mean(3)], s.saturation);
  };

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

  function markAt(site: Site, its: Sums): Mark | null {
    if (!laying.lay(site, its, laid)) return null;
    const { unit, tone, turn, width, x, y, matrix } = laid;
    const own = colourOf(site, its);
    const edited = own && laying.editOf(site)?.colour;
    return {
      id: siteId(site),
      site,
      x,
      y,
      tone,
      unit: unit!,
      matrix: [matrix[0]!, matrix[1]!, matrix[2]!, matrix[3]!, matrix[4]!, matrix[5]!],
      turn,
      width,
      colour: edited ? linearOfHex(edited) : own,
    };
  }

  function markOf(site: Site): Mark | null {
    const id = siteId(site);
    const known = made.get(id);
    if (known !== undefined) return known;
    const mark = markAt(site, sums.of(site, 1));
    if (made.size > MOST_MARKS) made.clear();
    made.set(id, mark);
    return mark;
  }

  /** The marks of sites in a box, from tones that are read at once; null where that would be too much to hold. */
  function marksAtOnce(box: Box, rough: boolean): Mark[] | null {
    const sites = lattice.sitesIn(box);
    const all = sums.under(box, packCells(sites), rough);
    if (!all) return null;
    const own = new Float64Array(each);
    const marks: Mark[] = [];
    for (let k = 0; k < sites.length; k++) {
      for (let n = 0; n < each; n++) own[n] = all[k * each + n]!;
      const mark = markAt(sites[k]!, own);
      if (mark) marks.push(mark);
    }
    return marks;
  }

  function marksOneByOne(box: Box, markOf: (site: Site) => Mark | null): Mark[] {
    const marks: Mark[] = [];
    for (const site of lattice.sitesIn(box)) {
      const mark = markOf(site);
      if (mark) marks.push(mark);
    }
    return marks;
  }

  /** Marks of sites in a box, of which nothing is kept. */
  const freshMarks = (box: Box, rough: boolean): Mark[] =>
    marksAtOnce(box, rough) ?? marksOneByOne(box, (site) => markAt(site, sums.of(site, rough ? sheet.height : 1)));

  return {
    reach,
    cell,
    forget() {
      made.clear();
      rough.forget();
      exact.forget();
      sums.forget();
      diffused = null;
    },
    marksOf: (box) => ordered(freshMarks(box, false)),
    marksNear({ left, top, right, bottom }, step = 1) {
      const box = { left: left - reach, top: top - reach, right: right + reach, bottom: bottom + reach };
      return ordered(step > 1 ? freshMarks(box, true) : marksOneByOne(box, markOf));
    },
    laidNear: (box, step = 1) => (step > 1 ? rough : exact).near(box),
  };
}

const ordered = (marks: Mark[]): Mark[] => (isOrdered(marks) ? marks : marks.sort(inPrintOrder));

/** Whether marks are in print order already, as those of straight rows are. */
function isOrdered(marks: readonly Mark[]): boolean {
  for (let k = 1; k < marks.length; k++) if (inPrintOrder(marks[k - 1]!, marks[k]!) > 0) return false;
  return true;
}

/** Marks that are kept at most. */
const MOST_MARKS = 200_000;
