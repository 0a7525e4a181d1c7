import type { Area } from '../../raster/area.ts';
import type { WearSettings } from '../wear-params.ts';

/** What a kind of wear is given. */
export interface Worn {
  readonly area: Area;
  /** Sheet pixels of one mm. */
  readonly perMm: number;
  readonly wear: WearSettings;
  /** How strong this kind is, above 0 up to 1. */
  readonly amount: number;
}

/** Marks the pixels of one row of an area that lose their ink: `lost[k]` becomes 1. `y` is a row of the sheet. */
export type WornRow = (y: number, lost: Uint8Array) => void;

/** One kind of wear. Its amount is the setting of the same name. What it takes depends on the place on the sheet alone. */
export interface WearKind {
  readonly name: 'chips' | 'scratches' | 'starved';
  rows(worn: Worn): WornRow;
}
