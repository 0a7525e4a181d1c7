import type { Size } from '../raster/sheet.ts';
import type { Params, SettingsOf } from '../settings/params.ts';
import type { Detail } from './detail.ts';

/** A point of the sheet in pixels, y downwards. */
export interface Point {
  x: number;
  y: number;
}

/** How far and which way, in mm. */
export interface Vector {
  readonly x: number;
  readonly y: number;
}

/** Takes the point (x, y) to another one, which it writes to `out`. */
export type PointMap = (x: number, y: number, out: Point) => void;

/** The sheet on which something is bent: with its bleed, in pixels. */
export interface BendSheet extends Size {
  readonly ppi: number;
  /** Pixels of bleed on each side. */
  readonly bleed: number;
}

/** A bend made ready for a sheet. */
export interface Deformation {
  /** The smallest thing that it does, so that nothing is passed over between places that are worked out. */
  readonly detail: Detail;
  /** Where what comes to lie at a point was before. Defined for every point, also where the bend folds. */
  readonly back: PointMap;
  /** Where a point comes to lie. Null: it is sought by steps. */
  readonly forth: PointMap | null;
}

/** A place that a hand drags on the sheet, in mm from the trimmed sheet's top left. */
export interface BendHandle {
  readonly id: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  /** The handle or handles that lines are drawn to, so that they are seen to belong together. */
  readonly from?: string | readonly string[];
  /** It stays where it is. */
  readonly fixed?: boolean;
  /** It can be taken out. */
  readonly removable?: boolean;
}

/** The trimmed sheet in mm. */
export type TrimmedSheet = Size;

/** How dark a picture is over a sheet, smooth everywhere: 0 white to 1 black, and how that changes from pixel to pixel. */
export interface Darkness {
  dark: number;
  across: number;
  down: number;
}

/** Reads the darkness of a picture at a place of the sheet, in pixels. */
export type DarknessField = (x: number, y: number, out: Darkness) => void;

/** The picture of the job that moves a bend, and the length in mm over which it is softened. */
export interface PictureRead {
  readonly picture: string;
  readonly soft: number;
}

/** Reads the darkness of a picture; null while it is not there. */
export type BendReads = (asked: PictureRead) => DarknessField | null;

export const NOTHING_READ: BendReads = () => null;

/** A kind of bend as its own file states it. `S`: its settings. */
export interface BendDefinition<P extends Params, S = SettingsOf<P>> {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly params: P;
  /** Settings that a new one begins with where they depend on the sheet, such as its middle. */
  begin?(sheet: TrimmedSheet): Partial<S>;
  /** The picture that moves it, if one does. */
  reads?(settings: S): PictureRead | null;
  /** The bend on a sheet; null where the settings move nothing. */
  ready(settings: S, sheet: BendSheet, reads: BendReads): Deformation | null;
  /** What a hand drags on the sheet. */
  handles?(settings: S, sheet: TrimmedSheet): readonly BendHandle[];
  /** What changes when a handle is dragged to a place, in mm. */
  dragged?(settings: S, id: string, to: { readonly x: number; readonly y: number }, sheet: TrimmedSheet): Partial<S>;
  /** What changes when a handle is taken out. */
  without?(settings: S, id: string): Partial<S>;
  /** What changes with some settings, where others have to follow them. */
  changed?(settings: S, part: Partial<S>, sheet: TrimmedSheet): Partial<S>;
  /**
   * What else changes where the art lies so many mm further on a larger sheet, besides its places: those move by
   * themselves.
   */
  moved?(settings: S, by: Vector, from: TrimmedSheet, to: TrimmedSheet): Partial<S>;
  /** Says in one sentence why it moves nothing or folds; null where all is well. */
  fault?(settings: S, sheet: BendSheet): string | null;
}

/** A kind of bend, its settings untyped since they come from the document. */
export type BendKind = Required<BendDefinition<Params, Readonly<Record<string, unknown>>>>;

/** Makes a kind of bend of its definition. */
export function bendKindOf<const P extends Params>(definition: BendDefinition<P>): BendKind {
  const whole = {
    begin: () => ({}),
    reads: () => null,
    handles: () => [],
    dragged: () => ({}),
    without: () => ({}),
    changed: (_: unknown, part: unknown) => part,
    moved: () => ({}),
    fault: () => null,
    ...definition,
  };
  return whole as unknown as BendKind;
}
