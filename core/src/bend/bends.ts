import type { Size } from '../raster/sheet.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { type SheetGeometry, sheetPixels } from '../raster/sheet.ts';
import { normalsOf, settingsInUse } from '../settings/params.ts';
import { forthOf } from './inverse-of.ts';
import type { Detail } from './detail.ts';
import {
  type BendReads,
  type BendSheet,
  type Deformation,
  NOTHING_READ,
  type PointMap,
  type TrimmedSheet,
} from './kind.ts';
import { bendKind } from './kinds/index.ts';
import { type PlaceGrid, placeGrid } from './place-grid.ts';

/** What a bend moves. */
export const BENT_PARTS = [
  { name: 'lattice', label: 'The lattice', about: 'Marks and dots keep their own shape; the picture stays as it is.' },
  {
    name: 'marks',
    label: 'The marks too',
    about: 'Marks and dots are bent with their lattice; the picture stays as it is.',
  },
  { name: 'picture', label: 'The picture too', about: 'The picture is bent with the lattice and its marks.' },
  {
    name: 'picture-lattice',
    label: 'The picture and the lattice',
    about: 'The picture is bent with the lattice; marks and dots keep their own shape.',
  },
  {
    name: 'picture-alone',
    label: 'The picture alone',
    about: 'The picture is bent under a lattice that stays straight.',
  },
] as const;

export type BentPart = (typeof BENT_PARTS)[number]['name'];

/** One bend of a fill. */
export interface Bend {
  readonly kind: string;
  readonly on: boolean;
  readonly what: BentPart;
  readonly settings: Readonly<Record<string, unknown>>;
}

export const movesLattice = ({ what }: Bend): boolean => what !== 'picture-alone';
export const movesPicture = ({ what }: Bend): boolean => what.startsWith('picture');
const keepsShapes = ({ what }: Bend): boolean => what === 'lattice' || what === 'picture-lattice';

/** A bend as it starts out on a sheet. */
export function newBend(name: string, sheet: TrimmedSheet, what: BentPart = 'lattice'): Bend {
  const kind = bendKind(name);
  return { kind: name, on: true, what, settings: { ...normalsOf(kind.params), ...kind.begin(sheet) } };
}

/** The bends that are on, with their settings in use: plain data, so that equal ones deform alike. */
export const bendInputs = (bends: readonly Bend[]): readonly Bend[] =>
  bends.filter((b) => b.on).map((b) => ({ ...b, settings: settingsInUse(bendKind(b.kind).params, b.settings) }));

export const bendSheet = (sheet: SheetGeometry): BendSheet => ({
  ...sheetPixels(sheet),
  ppi: sheet.ppi,
  bleed: (sheet.bleed / MM_PER_INCH) * sheet.ppi,
});

/** Undoes deformations: the last one first, since it deforms what the others made. */
function undoing(all: readonly Deformation[]): PointMap | null {
  if (all.length === 0) return null;
  if (all.length === 1) return all[0]!.back;
  return (x, y, out) => {
    out.x = x;
    out.y = y;
    for (let k = all.length - 1; k >= 0; k--) all[k]!.back(out.x, out.y, out);
  };
}

/** The smallest thing that some deformations do. Where there are several, one moves the others, and may press them together. */
function detailOf(all: readonly Deformation[]): Detail {
  if (all.length === 1) return all[0]!.detail;
  const least = Math.min(...all.map(({ detail }) => detail(null))) / 2;
  return () => least;
}

function doing(all: readonly Deformation[]): PointMap {
  const forths = all.map(({ back, forth }) => forth ?? forthOf(back));
  return (x, y, out) => {
    out.x = x;
    out.y = y;
    for (const forth of forths) forth(out.x, out.y, out);
  };
}

/** How a lattice is bent. */
export interface BentLattice {
  /** Where what prints at a point of the sheet was before, and where a point comes to lie; in pixels. */
  readonly back: PointMap;
  readonly forth: PointMap;
  /** The way back through those bends alone under which dots and marks keep their own shape; null without any. */
  readonly keeping: PointMap | null;
  /** The way back through those bends alone which bend marks too; null without any. */
  readonly shaping: PointMap | null;
  /** The smallest thing that the bends do to it. */
  readonly detail: Detail;
  /** Where the pixels of the sheet were, from nodes. */
  readonly grid: PlaceGrid;
  /** Pixels of the plane that is bent, where that is not the sheet. */
  readonly plane?: Size;
}

/** The bends of a fill made ready for a sheet. Null: nothing of that kind is moved. */
export interface Bending {
  readonly lattice: BentLattice | null;
  readonly picture: PlaceGrid | null;
}

/** Makes bends ready. `rough`: places from fewer nodes, for a first look. */
export function readyBends(
  bends: readonly Bend[],
  sheet: BendSheet,
  { reads = NOTHING_READ, rough = false }: { readonly reads?: BendReads; readonly rough?: boolean } = {},
): Bending {
  const all = bends.flatMap((bend) => {
    const ready = bend.on ? bendKind(bend.kind).ready(bend.settings, sheet, reads) : null;
    return ready ? [{ bend, ready }] : [];
  });
  const those = (which: (bend: Bend) => boolean) => all.filter((a) => which(a.bend)).map((a) => a.ready);
  const moved = those(movesLattice);
  const [back, detail] = [undoing(moved), detailOf(moved)];
  const keeping = those(keepsShapes);
  const pictured = those(movesPicture);
  const picture = undoing(pictured);
  return {
    lattice: back && {
      back,
      forth: doing(moved),
      keeping: keeping.length === moved.length ? back : undoing(keeping),
      shaping: undoing(those((bend) => movesLattice(bend) && !keepsShapes(bend))),
      detail,
      grid: placeGrid(back, detail, rough),
    },
    picture: picture && placeGrid(picture, detailOf(pictured), rough),
  };
}

/** Says in one sentence that a bend moves things further than the sheet is long; null where none does. */
function beyondSheet({ kind, settings }: Bend, { width, height, ppi }: BendSheet): string | null {
  const { label, params } = bendKind(kind);
  const longest = (Math.max(width, height) / ppi) * MM_PER_INCH;
  for (const [name, param] of Object.entries(params)) {
    if (!('moves' in param) || (param.when && !param.when(settings))) continue;
    if (Math.abs(settings[name] as number) > longest)
      return `${label}: ${param.label} is more than the sheet is long, so that little of what it moves is seen.`;
  }
  return null;
}

/** Says what is wrong with a bend, in one sentence; null where it moves what it should. */
export const bendFault = (bend: Bend, sheet: BendSheet): string | null =>
  bend.on ? (bendKind(bend.kind).fault(bend.settings, sheet) ?? beyondSheet(bend, sheet)) : null;

/** Ids of the pictures that move bends which are on. */
export const bendPictures = (bends: readonly Bend[]): string[] =>
  bendInputs(bends).flatMap(({ kind, settings }) => bendKind(kind).reads(settings)?.picture ?? []);
