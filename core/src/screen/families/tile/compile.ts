import { findSupercellOf } from '../../periodic/supercell.ts';
import { finishTile, grownTile, readTile, tileReader } from './height-map.ts';
import type { CompiledScreen } from '../../compiled.ts';
import { latticeScreen } from '../../periodic/lattice-screen.ts';
import type { HeightMap } from '../../periodic/compile-tile.ts';
import type { Making, ScreenAsked } from '../family.ts';
import { countCache, remember } from '../../../memory/cache.ts';
import { madeTileOf } from './made/index.ts';
import { mapOfMade } from './made/made-tile.ts';
import { OWN_TILE, type TileSettings } from './params.ts';
import type { TileMap } from './tile-map.ts';

/** What prints while no tile is chosen: one soft spot. */
const PLAIN: TileMap = {
  width: 16,
  height: 16,
  data: Float64Array.from({ length: 256 }, (_, k) => {
    const x = ((k % 16) - 7.5) / 8;
    const y = (Math.floor(k / 16) - 7.5) / 8;
    return Math.max(0, 1 - (x * x + y * y) / 2);
  }),
};

/** Narrowest and widest tile in pixels, either way. */
const NARROWEST = 2;
const WIDEST = 4000;

/** Maps of made tiles; equal names and seeds make equal maps. */
const maps = countCache<TileMap>(64);
const keptMap = (name: string, seed: number): TileMap =>
  remember(maps, `${name} ${seed}`, () => mapOfMade(madeTileOf(name)!, seed));

/** Cells of the screen across a tile. */
export const cellsOf = ({ made, scale }: Pick<TileSettings, 'made' | 'scale'>): number =>
  scale * (madeTileOf(made)?.cells ?? 1);

/** Everything that a compiled tile depends on. */
export interface TileInputs {
  readonly tile: TileSettings;
  /** Names the pixels of the tile's picture; null prints the plain spot. */
  readonly pixels: string | null;
  /** Seed of a tile that is made here. */
  readonly seed: number | null;
  readonly pitch: number;
  readonly angle: number;
}

export function tileInputs({ own, shared, pitch, pixelsOf }: ScreenAsked<TileSettings>): TileInputs {
  const { picture } = own;
  const made = own.made !== OWN_TILE;
  return {
    tile: { ...own, picture: null },
    pixels: picture === null || made ? null : pixelsOf(picture),
    seed: made ? shared.seed : null,
    pitch,
    angle: shared.angle,
  };
}

/** Compiles a screen whose cell is a picture. */
export function compileTileScreen(
  { tile, pixels, seed, pitch, angle }: TileInputs,
  { draft, source: sourceOf, share }: Making,
): CompiledScreen {
  const source = pixels === null ? null : sourceOf(pixels);
  const across = pitch * cellsOf(tile);
  const own = source ? readTile(source, Math.ceil(across * 2)) : PLAIN;
  const finished = finishTile(seed === null ? own : keptMap(tile.made, seed), tile);
  const halfDrop = tile.repeat === 'half-drop';
  const map = tile.relevel ? grownTile(finished, halfDrop) : finished;
  const within = (length: number) => Math.min(WIDEST, Math.max(NARROWEST, length));
  const width = within(across);
  const height = within((width * map.height) / map.width);
  const basis = { ax: width, ay: halfDrop ? -height / 2 : 0, bx: 0, by: height };
  const cell = findSupercellOf(basis, angle, draft);
  const read = tileReader(map, halfDrop);
  const heights: HeightMap = (u, v) => {
    const up = halfDrop ? v - u / 2 : v;
    return 2 * read(u, 1 - (up - Math.floor(up))) - 1;
  };
  return latticeScreen({ cell, height: heights, relevel: tile.relevel, draft, share }, null);
}
