import type { DotSettings } from '../screen/families/dots/params.ts';
import type { GrainSettings } from '../screen/families/grain/params.ts';
import type { FamilyName } from '../screen/families/index.ts';
import type { LineSettings } from '../screen/families/lines/params.ts';
import type { SharedSettings } from '../screen/shared-params.ts';
import type { TileSettings } from '../screen/families/tile/params.ts';
import type { PictureEdit } from '../picture/edit.ts';
import type { Made } from '../picture/made/index.ts';
import type { Lab } from '../colour/lab.ts';
import type { PressSettings } from '../ink/press-params.ts';
import type { PlateSettings } from './plate-params.ts';
import type { SeparationSettings } from '../separate/params.ts';
import type { PaintStroke } from '../raster/strokes.ts';
import type { ToneSettings } from '../tone/params.ts';

/** A job: one document. Lengths in mm, angles in degrees counter-clockwise, tones and fractions 0..1. */
export interface Job {
  readonly format: 'chromatype-job';
  readonly version: 4;
  readonly title: string;
  readonly sheet: Sheet;
  readonly pictures: readonly Picture[];
  readonly passes: readonly Pass[];
  readonly separations: readonly Separation[];
  /** How plates are laid out for the press. */
  readonly plates: PlateSettings;
  /** Sheets of test strips that were made, the newest last. */
  readonly strips: readonly StripSheet[];
}

/** Width and height are those after trimming; bleed is printed beyond them on every side. */
export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly bleed: number;
  readonly ppi: number;
  readonly stock: Stock;
}

/** What is printed on. */
export interface Stock {
  readonly name: string;
  readonly colour: string;
  /** L*a*b* where it was measured; then it counts and the colour is how a screen shows it. */
  readonly measured: Lab | null;
  readonly texture: 'none' | 'paper' | 'cloth';
  /** How far light spreads in it: the Yule–Nielsen n, 1 for not at all. */
  readonly spread: number;
  /** What several inks together were measured to print, by their names. */
  readonly overprints: readonly Overprint[];
}

export interface Overprint {
  readonly inks: readonly string[];
  readonly lab: Lab;
  /** L*a*b* of the stock on which it was measured. */
  readonly stock: Lab;
}

/** A picture split into inks: what passes whose feed names it have in common. */
export interface Separation {
  readonly id: string;
  readonly name: string;
  readonly settings: SeparationSettings;
  /** By a small table, for the first look at a change. Never stored. */
  readonly coarse?: boolean;
}

/** A picture: imported, its pixels found under their hash, or made here from settings; one of the two is null. */
export interface Picture {
  readonly id: string;
  readonly name: string;
  readonly hash: string | null;
  readonly made: Made | null;
  /** Pixels; of a made picture only the proportions count. */
  readonly width: number;
  readonly height: number;
  readonly edit: PictureEdit;
}

/** One impression: a chain of stations from picture to ink. */
export interface Pass {
  readonly id: string;
  readonly name: string;
  readonly on: boolean;
  readonly feed: Feed;
  readonly tone: Tone;
  readonly screen: Screen;
  readonly ink: Ink;
}

/**
 * `colour` is the whole picture; where one ink is wanted it counts as lightness. `ink` is what a separation
 * gives the pass's own ink, `base` the area under all its inks.
 */
export type FeedPart = 'colour' | 'lightness' | 'r' | 'g' | 'b' | 'alpha' | 'ink' | 'base';

export const FEED_PARTS: readonly FeedPart[] = ['colour', 'lightness', 'r', 'g', 'b', 'alpha', 'ink', 'base'];
export type FeedFit = 'fit' | 'fill' | 'own';

/** Which picture, which part of it, and where it lies on the sheet. */
export interface Feed {
  readonly picture: string | null;
  readonly part: FeedPart;
  readonly fit: FeedFit;
  /** Left and top edge on the sheet in mm and width in mm; used when fit is `own`. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  /** Degrees counter-clockwise about the picture's middle. */
  readonly turn: number;
  /** The separation that `ink` and `base` are part of. */
  readonly separation: string | null;
  /** The art's colour that a chosen ink stands for; null where it is the ink's own. */
  readonly pick: string | null;
}

/** What becomes of the picture's light before it is screened; tone/params.ts says what each setting does. */
export interface Tone extends ToneSettings {
  /** Strokes of the tone brush, in the order in which they were painted. */
  readonly paint: readonly PaintStroke[];
}

export type FrequencyUnit = 'lpi' | 'lpcm' | 'mm' | 'px' | 'across';

export interface Frequency {
  readonly value: number;
  readonly per: FrequencyUnit;
}

/**
 * What turns tone into marks. Every family keeps its own settings beside the chosen one's, so that
 * changing the family and back loses nothing; frequency, angle and the like are shared by all.
 */
export interface Screen extends SharedSettings {
  readonly family: FamilyName;
  readonly frequency: Frequency;
  readonly dots: DotSettings;
  readonly lines: LineSettings;
  readonly grain: GrainSettings;
  readonly tile: TileSettings;
}

export interface Ink {
  readonly name: string;
  readonly colour: string;
  /** L*a*b* of its solid and of the stock that was printed on, where it was measured; then these count. */
  readonly measured: { readonly lab: Lab; readonly stock: Lab } | null;
  /** How much of it there is: 1 in full. */
  readonly strength: number;
  /** 0 transparent .. 1 covering. */
  readonly opacity: number;
  /** `overprint` lies on what is there; `light` adds to it, as lamps do. */
  readonly meets: 'overprint' | 'light';
  /** How it may come off the press; plates know nothing of it. */
  readonly press: PressSettings;
}

/** One setting of a sheet of test strips and the values it takes, one a column or row. */
export interface StripAxis {
  /** Which setting, by its name in the table of settings that strips can vary. */
  readonly setting: string;
  readonly values: readonly (number | string | boolean)[];
}

/** A sheet of test strips: one pass, one or two settings, and the crop that is shown, in mm. */
export interface StripSheet {
  readonly id: string;
  readonly pass: string;
  readonly across: StripAxis;
  readonly down: StripAxis | null;
  readonly crop: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}
