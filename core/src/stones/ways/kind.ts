import type { LinearRgb } from '../../colour/srgb.ts';
import type { StoneArt } from '../outline/art.ts';
import type { Footprint } from '../table/footprint.ts';
import type { Taken } from '../taken.ts';

/** The settings of a region that some ways of laying use and others do not. */
export type WaySetting =
  | 'side'
  | 'distance'
  | 'runs'
  | 'corner'
  | 'rows'
  | 'angle'
  | 'fillMiddle'
  | 'filling'
  | 'spread'
  | 'takes'
  | 'diffuse'
  | 'leaveCloth';

/** What ways of laying read of a region's settings. */
export interface WaySettings {
  readonly side: string;
  /** mm between the outline and the edges of the stones. */
  readonly distance: number;
  readonly runs: number;
  readonly corner: boolean;
  readonly rows: string;
  /** Degrees, counter-clockwise. */
  readonly angle: number;
  readonly fillMiddle: boolean;
  readonly filling: string;
  /** How much wider the middles of scattered stones stand apart than they could. */
  readonly spread: number;
  readonly takes: string;
  readonly diffuse: boolean;
  readonly leaveCloth: boolean;
}

/** What a way of laying works with. Lengths in mm from the trimmed sheet's top left. */
export interface LayWork {
  readonly art: StoneArt;
  readonly own: WaySettings;
  /** Index of the region that is laid. */
  readonly region: number;
  /** Sizes of the region as indices into the table, in the order in which they were chosen; at least one. */
  readonly sizes: readonly number[];
  /** Of all sizes of the table. */
  readonly footprints: readonly Footprint[];
  /** Between the edges of stones. */
  readonly gap: number;
  readonly taken: Taken;
  readonly centre: { readonly x: number; readonly y: number };
  readonly seed: number;
  /** Mean tone 0..1 of a square of half side `r` about a place; 1 where there is no picture. */
  tone(x: number, y: number, r: number): number;
  /** Mean light of the same square; null where there is no picture or it is clear. */
  light(x: number, y: number, r: number): LinearRgb | null;
  /** The colours that the region may use, as light. */
  readonly colours: readonly LinearRgb[];
  /** Light of the cloth. */
  readonly cloth: LinearRgb;
  /**
   * Whether a stone whose middle lies as far inside as its inner radius lies inside altogether: always, if it is round.
   */
  fits(x: number, y: number, turn: number, size: number): boolean;
  /**
   * Lays a stone if it is free there; returns whether it was. `row` counts rows, rings or runs, for colours by row; `colour`
   * is an index into the region's colours where the way chose one.
   * @throws StoneError when the layout holds too many
   */
  lay(x: number, y: number, turn: number, size: number, row: number, colour?: number): boolean;
}

/** One way of laying stones: an entry of the table. */
export interface StoneWay {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly uses: readonly WaySetting[];
  /** Whether it also lays along lines that close no area. */
  readonly lines: boolean;
  /** How far, in mm, lines may be from the curves of the art that they stand for. */
  readonly flatness: number;
  /** Whether it reads the picture of its fill with such settings. */
  picture(own: WaySettings): boolean;
  lay(work: LayWork): void;
}

/** Less than any cutter is off by; where the middles of stones lie on the outline itself a way asks for less. */
const FLATNESS = 0.008;

/** Keeps the type of an entry. */
export const stoneWay = (way: Omit<StoneWay, 'lines' | 'flatness' | 'picture'> & Partial<StoneWay>): StoneWay => ({
  lines: false,
  flatness: FLATNESS,
  picture: () => false,
  ...way,
});
