import type { TileMap } from '../tile-map.ts';

/** A tile that is made here from a seed: one entry of the table. */
export interface MadeTile {
  /** As documents keep it. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly group: string;
  /** How many cells of the screen lie across the tile, so that its marks have about the size of a dot. */
  readonly cells: number;
  /** Darkness 0..1 at a place of the tile; u and v in 0..1 from its top left. It goes on without a seam on all sides. */
  darkness(seed: number): (u: number, v: number) => number;
}

/** Side of the maps that tiles are made as. */
const SIDE = 256;

/** Makes the map of a tile. */
export function mapOfMade(tile: MadeTile, seed: number): TileMap {
  const at = tile.darkness(seed);
  const data = new Float64Array(SIDE * SIDE);
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      data[y * SIDE + x] = Math.min(1, Math.max(0, at((x + 0.5) / SIDE, (y + 0.5) / SIDE)));
    }
  }
  return { width: SIDE, height: SIDE, data };
}
