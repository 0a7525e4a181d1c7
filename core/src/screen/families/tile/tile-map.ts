/** Darkness 0..1 of a tile, row by row from the top. */
export interface TileMap {
  readonly width: number;
  readonly height: number;
  readonly data: Float64Array;
}
