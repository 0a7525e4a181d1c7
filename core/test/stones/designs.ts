import { contoursOf } from '../../src/raster/outline-coverage.ts';
import { layStones, type Layout, type StoneRegion } from '../../src/stones/lay.ts';
import { artOfContours, type StoneArt } from '../../src/stones/outline/art.ts';
import { STONE_PARAMS, type StoneSettings } from '../../src/stones/params.ts';
import { DEFAULT_STONES, type StoneTable } from '../../src/stones/table/table.ts';
import { normalsOf } from '../../src/settings/params.ts';

/** How far curves of a test's outlines may be from the lines that stand for them, in mm. */
const FLATNESS = 0.002;

/** The art of an SVG path whose numbers are mm. */
export const artOf = (path: string): StoneArt => artOfContours(contoursOf(path, [1, 0, 0, 1, 0, 0], FLATNESS, 'exact'));

export const circlePath = (r: number, x = 100, y = 100): string =>
  `M${x + r} ${y}A${r} ${r} 0 0 1 ${x - r} ${y}A${r} ${r} 0 0 1 ${x + r} ${y}Z`;

export const squarePath = (side: number, x = 50, y = 50): string => `M${x} ${y}h${side}v${side}h${-side}Z`;

export const settings = (change: Partial<StoneSettings>): StoneSettings => ({
  ...normalsOf(STONE_PARAMS),
  ...change,
});

export const region = (path: string, change: Partial<StoneSettings>, more: Partial<StoneRegion> = {}): StoneRegion => ({
  art: artOf(path),
  own: settings(change),
  centre: { x: 100, y: 100 },
  seed: 1,
  look: null,
  fault: null,
  ...more,
});

export const SHEET = { left: 0, top: 0, right: 300, bottom: 300 };

export const layout = (regions: readonly StoneRegion[], table: StoneTable = DEFAULT_STONES): Layout =>
  layStones({ table, regions, box: SHEET, cloth: '#1e1b18' });

/** A layout of one region. */
export const laid = (path: string, change: Partial<StoneSettings>, more: Partial<StoneRegion> = {}): Layout =>
  layout([region(path, change, more)]);
