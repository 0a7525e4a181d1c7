import type { Area, LightRows } from '../../raster/area.ts';
import type { Bitmap } from '../../raster/bitmap.ts';

/** Turns light into a plate. Nothing else in the engine knows what kind of screen it is. */
export interface Screener {
  /** `any`: areas may be asked for in any order. `downwards`: whole rows, from the top of the sheet. */
  readonly order: 'any' | 'downwards';
  /** The plate over an area whose rows of light are given. */
  rows(area: Area, light: LightRows): Bitmap;
}
