import { type LinearRgb, linearOfHex } from '../colour/srgb.ts';
import { boxOf, signedArea } from '../marks/outline.ts';
import { nearestOf } from '../marks/colour.ts';
import { type StoneArt, StoneError } from './outline/art.ts';
import { insideArt } from './outline/inside-art.ts';
import { moved } from './outline/paths.ts';
import { type StoneList, trimmedList } from './list.ts';
import { meansOf, type PictureLook } from './look.ts';
import type { StoneSettings } from './params.ts';
import { type Footprint, footprintOf } from './table/footprint.ts';
import { colourIndex, sizeIndex, type StoneTable } from './table/table.ts';
import { createTaken, type Taken } from './taken.ts';
import { stoneWayOf } from './ways/index.ts';
import type { LayWork } from './ways/kind.ts';

/** Stones of one layout at most. */
export const MOST_STONES = 200_000;

/** One region of a layout: what it is laid in, and how. */
export interface StoneRegion {
  readonly art: StoneArt;
  readonly own: StoneSettings;
  /** Centre of rings, in mm. */
  readonly centre: { readonly x: number; readonly y: number };
  readonly seed: number;
  /** The picture under it; null where it reads none. */
  readonly look: PictureLook | null;
  /** Why its art could not be read, in one sentence; null if it could. */
  readonly fault: string | null;
}

export interface LayAsked {
  readonly table: StoneTable;
  readonly regions: readonly StoneRegion[];
  /** The sheet with its bleed, in mm from the trimmed sheet's top left. */
  readonly box: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };
  /** `#rrggbb` of what the stones lie on. */
  readonly cloth: string;
}

/** Something that the artist should know of a region, in one sentence. */
export interface LayNote {
  readonly region: number;
  readonly said: string;
}

export interface Layout {
  readonly stones: StoneList;
  /** What could not be laid, and why. */
  readonly notes: readonly LayNote[];
  /** Whether it would hold more stones than it may, so that it ends before it is whole. */
  readonly cut: boolean;
}

/** Stones that were laid for a pass, and which of its regions a plate shows. */
export interface LaidStones {
  readonly table: StoneTable;
  readonly region: number;
  layout(): Layout;
}

/** A layout that would be too large, in one sentence. */
const tooMany = (): StoneError =>
  new StoneError(
    `The design needs more than ${MOST_STONES.toLocaleString('en')} stones; choose larger stones, a wider gap or a smaller design.`,
  );

/** Names of a region that the table holds, as indices; a note is added for each that it does not. */
function known(names: readonly string[], indexOf: (name: string) => number, missing: (name: string) => void): number[] {
  return names.flatMap((name) => {
    const index = indexOf(name);
    if (index < 0) missing(name);
    return index < 0 ? [] : [index];
  });
}

/** Places stones of a region that the hand keeps: those that it set loose only, or all others. */
function layByHand(
  { own }: StoneRegion,
  index: number,
  table: StoneTable,
  taken: Taken,
  note: (said: string) => void,
  loosed: boolean,
): void {
  own.hand.forEach((stone, hand) => {
    if (stone.loosed !== loosed) return;
    const size = sizeIndex(table, stone.size);
    const colour = colourIndex(table, stone.colour);
    if (size < 0) note(`A stone that was placed by hand has the size ${stone.size}, which the table does not hold.`);
    if (size < 0 || taken.list.count >= MOST_STONES) return;
    taken.add({ x: stone.x, y: stone.y, turn: stone.turn, size, colour: Math.max(0, colour), region: index, hand });
  });
}

/** How many outlines of some art are too small for a stone. */
function tooSmall({ areas }: StoneArt, { inner }: Footprint): number {
  return areas.filter((p) => {
    if (signedArea(p) <= 0) return false;
    const { left, top, right, bottom } = boxOf([p]);
    const narrow = Math.min(right - left, bottom - top);
    return narrow < 2 * inner || (narrow < 8 * inner && moved([p], -inner).length === 0);
  }).length;
}

/** Whether stones of a region have to lie inside its outline. */
export const staysInside = ({ way, side }: Pick<StoneSettings, 'way' | 'side'>): boolean =>
  way !== 'run' || side === 'inside';

function layRegion(asked: LayAsked, index: number, taken: Taken, note: (said: string) => void): void {
  const { table, regions, cloth } = asked;
  const region = regions[index]!;
  const { own, art, centre, seed, look } = region;
  if (region.fault) throw new StoneError(region.fault);
  const sizes = known(
    own.sizes,
    (name) => sizeIndex(table, name),
    (name) => note(`The table holds no stones of the size ${name}.`),
  );
  const colours = known(
    own.colours,
    (name) => colourIndex(table, name),
    (name) => note(`The table holds no stones of the colour ${name}.`),
  );
  if (sizes.length === 0 || colours.length === 0) return;
  const way = stoneWayOf(own.way);
  if (art.lines.length > 0 && !way.lines) {
    throw new StoneError('An outline is open, so that it has no inside; close it, or lay a run along it.');
  }
  const lights = colours.map((c) => linearOfHex(table.colours[c]!.colour));
  const nearest = nearestOf(lights);
  const means = look && meansOf(look);
  const fits = insideArt(art.areas, taken.footprints);
  let laid = 0;
  const byTurn = (x: number, y: number, size: number, row: number): number => {
    const { footprints } = taken;
    if (own.colouring === 'rows') return row % colours.length;
    if (own.colouring === 'sizes') return sizes.indexOf(size) % colours.length;
    if (own.colouring === 'picture' && means) {
      const light = means.light(x, y, footprints[size]!.outer);
      return light ? nearest(light) : 0;
    }
    return laid % colours.length;
  };
  const work: LayWork = {
    art,
    own,
    region: index,
    sizes,
    footprints: taken.footprints,
    gap: own.gap,
    taken,
    centre,
    seed,
    tone: (x, y, r) => means?.tone(x, y, r) ?? 1,
    light: (x, y, r) => means?.light(x, y, r) ?? null,
    colours: lights,
    cloth: linearOfHex(cloth) as LinearRgb,
    fits,
    lay(x, y, turn, size, row, colour) {
      if (!taken.free(x, y, turn, size, index)) return false;
      if (taken.list.count >= MOST_STONES) throw tooMany();
      const chosen = colours[colour ?? byTurn(x, y, size, row)]!;
      taken.add({ x, y, turn, size, colour: chosen, region: index, hand: -1 });
      laid++;
      return true;
    },
  };
  way.lay(work);
  const smallest =
    taken.footprints[sizes.reduce((a, b) => (taken.footprints[b]!.inner < taken.footprints[a]!.inner ? b : a))]!;
  const small = staysInside(own) ? tooSmall(art, smallest) : 0;
  if (small > 0) {
    note(
      `${small === 1 ? 'One outline is' : `${small} outlines are`} smaller than a stone of ${(2 * smallest.inner).toFixed(1)} mm; choose smaller stones, or make the design larger.`,
    );
  }
}

/**
 * Lays the stones of a layout: those that the hand placed first, then region by region, each around what lies there already. What is wrong
 * with a region is told in a note, and the others are laid all the same; a layout that would be too large is cut short.
 */
export function layStones(asked: LayAsked): Layout {
  const { table, regions, box } = asked;
  const footprints = table.sizes.map((size) => footprintOf(size));
  const taken = createTaken(
    boxAround(asked, box),
    footprints,
    regions.map((r) => r.own.gap),
    usedSizes(asked),
  );
  const notes: LayNote[] = [];
  const noteOf = (region: number) => (said: string) => {
    if (!notes.some((n) => n.region === region && n.said === said)) notes.push({ region, said });
  };
  for (const [k, region] of regions.entries()) {
    layByHand(region, k, table, taken, noteOf(k), false);
    const { empty } = region.own;
    for (let n = 0; n < empty.length; n += 3) taken.keepEmpty({ x: empty[n]!, y: empty[n + 1]!, r: empty[n + 2]! });
  }
  for (const [k, region] of regions.entries()) {
    // What was only set loose comes in its turn, so that what is laid before it stays as it is.
    if (region.own.loose) layByHand(region, k, table, taken, noteOf(k), true);
    if (region.own.loose || taken.list.count >= MOST_STONES) continue;
    try {
      layRegion(asked, k, taken, noteOf(k));
    } catch (error) {
      if (!(error instanceof StoneError)) throw error;
      noteOf(k)(error.message);
    }
  }
  return { stones: trimmedList(taken.list), notes, cut: taken.list.count >= MOST_STONES };
}

/** Indices of the sizes that are laid or were placed by hand. */
function usedSizes({ regions, table }: LayAsked): Set<number> {
  const names = regions.flatMap(({ own }) => [...own.sizes, ...own.hand.map((s) => s.size)]);
  return new Set([...new Set(names)].map((name) => sizeIndex(table, name)).filter((size) => size >= 0));
}

/** The box that holds the sheet and all art. */
function boxAround({ regions }: LayAsked, box: LayAsked['box']): LayAsked['box'] {
  const all = boxOf(regions.flatMap((r) => [...r.art.areas, ...r.art.lines]));
  return {
    left: Math.min(box.left, all.left),
    top: Math.min(box.top, all.top),
    right: Math.max(box.right, all.right),
    bottom: Math.max(box.bottom, all.bottom),
  };
}
