import type { DotSettings } from '../screen/families/dots.ts';
import type { GrainSettings } from '../screen/families/grain.ts';
import type { FamilyName } from '../screen/families/index.ts';
import type { LineSettings } from '../screen/families/lines.ts';
import type { SharedSettings } from '../screen/families/shared.ts';
import type { TileSettings } from '../screen/families/tile.ts';

/** A job: one document. Lengths in mm, angles in degrees counter-clockwise, tones and fractions 0..1. */
export interface Job {
  readonly format: 'chromatype-job';
  readonly version: 2;
  readonly title: string;
  readonly sheet: Sheet;
  readonly pictures: readonly Picture[];
  readonly passes: readonly Pass[];
}

export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
  readonly stock: Stock;
}

export interface Stock {
  readonly name: string;
  readonly colour: string;
}

/** An imported picture; its pixels are found under their hash. */
export interface Picture {
  readonly id: string;
  readonly name: string;
  readonly hash: string;
  readonly width: number;
  readonly height: number;
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

/** `colour` is the whole picture; where one ink is wanted it counts as lightness. */
export type FeedPart = 'colour' | 'lightness' | 'r' | 'g' | 'b' | 'alpha';

export const FEED_PARTS: readonly FeedPart[] = ['colour', 'lightness', 'r', 'g', 'b', 'alpha'];
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
}

export type ToneMeaning = 'light' | 'even';

/** Lights, middle and darks act on the picture's darkness in even steps; see tone/tone-table.ts. */
export interface Tone {
  readonly lights: number;
  readonly middle: number;
  readonly darks: number;
  readonly meaning: ToneMeaning;
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
  readonly opacity: number;
  readonly meets: 'overprint';
}
