import { compileTile } from '../../periodic/compile-tile.ts';
import { findSupercellOf } from '../../periodic/supercell.ts';
import { finishTile, grownTile, readTile, type TileMap, tileReader } from './height-map.ts';
import { type CompiledScreen, ONE_INK, type PrepareInput } from '../../compiled.ts';

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

/** Compiles a screen whose cell is a picture. */
export function prepareTile({ screen, pitch, draft, pictureOf }: PrepareInput): CompiledScreen {
  const { tile } = screen;
  const source = tile.picture === null ? null : pictureOf(tile.picture);
  const across = pitch * tile.scale;
  const finished = finishTile(source ? readTile(source, Math.ceil(across * 2)) : PLAIN, tile);
  const halfDrop = tile.repeat === 'half-drop';
  const map = tile.relevel ? grownTile(finished, halfDrop) : finished;
  const within = (length: number) => Math.min(WIDEST, Math.max(NARROWEST, length));
  const width = within(across);
  const height = within((width * map.height) / map.width);
  const basis = { ax: width, ay: halfDrop ? -height / 2 : 0, bx: 0, by: height };
  const cell = findSupercellOf(basis, screen.angle, draft);
  const read = tileReader(map, halfDrop);
  const compiled = compileTile(
    cell,
    (u, v) => {
      const up = halfDrop ? v - u / 2 : v;
      return 2 * read(u, 1 - (up - Math.floor(up))) - 1;
    },
    { relevel: tile.relevel, draft },
  );
  return { kind: 'tile', tile: compiled, cells: null, grain: 1, prints: ONE_INK };
}
