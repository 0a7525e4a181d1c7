import type { Board } from '../memory/board.ts';
import type { ThresholdTile } from '../screen/periodic/threshold-tile.ts';
import type { InkTable } from '../separate/ink-table.ts';

/** What threads make once for all of them: compiled tiles of screens and tables of separations. */
export interface SharedMakes {
  /** 0 or 1: what this thread begins with, so that two threads do not make the same at the same time. */
  readonly turn: number;
  tile(key: string, make: () => ThresholdTile): ThresholdTile;
  inkTable(key: string, make: () => InkTable): InkTable;
}

/** Bytes before the arrays: four words. */
const HEAD = 16;

function packed(words: readonly number[], arrays: readonly (Uint16Array | Float32Array)[]): Uint8Array {
  const bytes = new Uint8Array(HEAD + arrays.reduce((sum, a) => sum + a.byteLength, 0));
  new Int32Array(bytes.buffer, 0, HEAD / 4).set(words);
  let at = HEAD;
  for (const { buffer, byteOffset, byteLength } of arrays) {
    bytes.set(new Uint8Array(buffer, byteOffset, byteLength), at);
    at += byteLength;
  }
  return bytes;
}

const wordsOf = (bytes: Uint8Array): Int32Array => new Int32Array(bytes.buffer, bytes.byteOffset, HEAD / 4);

const packTile = ({ rows, period, shift, area, data }: ThresholdTile): Uint8Array =>
  packed([rows, period, shift, area], [data]);

function tileOf(bytes: Uint8Array): ThresholdTile {
  const [rows, period, shift, area] = wordsOf(bytes) as unknown as [number, number, number, number];
  return { rows, period, shift, area, data: new Uint16Array(bytes.buffer, bytes.byteOffset + HEAD) };
}

const packTable = ({ size, inks, planes, off }: InkTable): Uint8Array =>
  packed([size, inks, planes[0]?.length ?? 0], [off, ...planes]);

function tableOf(bytes: Uint8Array): InkTable {
  const [size, inks, length] = wordsOf(bytes) as unknown as [number, number, number];
  const start = bytes.byteOffset + HEAD;
  const off = new Float32Array(bytes.buffer, start, size * size * size);
  const first = start + off.byteLength;
  const planes = Array.from({ length: inks }, (_, k) => new Uint16Array(bytes.buffer, first + 2 * length * k, length));
  return { size, inks, planes, off };
}

/** Shares what is made by way of a board. Equal keys must make equal things. */
export const sharedMakes = (board: Board, turn: number): SharedMakes => ({
  turn,
  tile: (key, make) => tileOf(board.share(`tile ${key}`, () => packTile(make()))),
  inkTable: (key, make) => tableOf(board.share(`inks ${key}`, () => packTable(make()))),
});
