import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { PictureSource } from '../raster/source.ts';
import { makeTaps, type Taps } from '../raster/taps.ts';
import type { Placement } from './placement.ts';

/** Whether a picture's colours can be read together: it has colours and lies straight. */
export const readsTogether = (source: Pick<PictureSource, 'channels'>, at: Placement): boolean =>
  source.channels === 4 && !at.turn;

/** Bytes of a quad: 16 bits each of red, green and blue light laid on white, and 65535 where the picture is clear. */
export const QUAD_BYTES = 8;

/** Where an area shows a picture. */
export interface Covered {
  /** Columns of the area from this one on. */
  readonly from: number;
  readonly width: number;
  /** Whether the picture covers all of the area. */
  readonly whole: boolean;
}

/** Takes a row of quads: a pointer to it, good until the next row, and its number in the area. */
export type TakeRow = (line: number, row: number) => void;

/** Reads the rows of an area that show the picture. `begin` must ask for all kernel memory that its rows need. */
export type QuadReader = (area: Area, begin: (covered: Covered) => TakeRow) => void;

/** Source columns that some taps read. */
function columnsOf({ first, last, starts, count }: Taps): { low: number; high: number } {
  let [low, high] = [Number.POSITIVE_INFINITY, 0];
  for (let k = first; k < last; k++) {
    low = Math.min(low, starts[k]!);
    high = Math.max(high, starts[k]! + count);
  }
  return { low, high };
}

/** One tap a pixel: the picture lies pixel on pixel. */
function onPixels(from: number, length: number, size: number, offset: number): Taps {
  const first = Math.min(length, Math.max(0, offset - from));
  const last = Math.max(first, Math.min(length, offset + size - from));
  const starts = Int32Array.from({ length }, (_, k) => from + k - offset);
  return { first, last, count: 1, starts, weights: new Int32Array(length).fill(16384) };
}

/** Whether a picture lies pixel on pixel. */
export const liesOnPixels = ({ scale, left, top }: Placement): boolean =>
  scale === 1 && Number.isInteger(left) && Number.isInteger(top);

/** Reads all colours of a picture laid straight on the sheet in one go, as rows of quads. */
export function createQuadReader(kernels: Kernels, source: PictureSource, at: Placement): QuadReader {
  const plain = liesOnPixels(at);
  const taps = (from: number, length: number, size: number, offset: number) =>
    plain ? onPixels(from, length, size, offset) : makeTaps(from, length, size, offset, at.scale);
  return (area, begin) => {
    const across = taps(area.x, area.width, source.width, at.left);
    const down = taps(area.y, area.height, source.height, at.top);
    const width = across.last - across.first;
    const whole = width === area.width && down.first === 0 && down.last === area.height;
    const take = begin({ from: across.first, width, whole });
    if (width > 0 && down.first < down.last) readRows(kernels, source, { area, across, down, width, plain }, take);
  };
}

interface Reading {
  readonly area: Area;
  readonly across: Taps;
  readonly down: Taps;
  readonly width: number;
  /** Pixel on pixel. */
  readonly plain: boolean;
}

function readRows(kernels: Kernels, source: PictureSource, reading: Reading, take: TakeRow): void {
  const { area, across, down, width, plain } = reading;
  const { run } = kernels;
  const { low, high } = columnsOf(across);
  const rowBytes = (width * QUAD_BYTES + 31) & ~15;
  const block = (name: string, bytes: number): Scratch => kernels.scratch(`quads-${name}`, bytes + 32);
  const raw = block('raw', (high - low) * 4);
  const lights = block('lights', 512);
  const quads = block('source', (high - low) * QUAD_BYTES);
  const ring = block('ring', rowBytes * down.count);
  const starts = block('starts', 4 * width);
  const weights = block('weights', 4 * width * across.count);
  const pointers = block('pointers', 4 * down.count);
  const downWeights = block('down', 4 * down.count);
  const mixed = block('mixed', rowBytes);
  // Nothing is allocated from here on, so that views of the memory stay valid.
  const bytes = kernels.u8(raw);
  const rowsAt = kernels.u32(pointers);
  const rowWeights = kernels.i32(downWeights);
  kernels.u16(lights).set(LIGHT_OF_BYTE);
  kernels.i32(starts).set(across.starts.slice(across.first, across.last).map((s) => s - low));
  kernels.i32(weights).set(across.weights.subarray(across.first * across.count, across.last * across.count));

  const held = new Int32Array(down.count).fill(-1);
  function hold(y: number, slot: number): void {
    bytes.set(source.read(y, 1).subarray(4 * low, 4 * high));
    const to = ring.ptr + slot * rowBytes;
    if (plain) run.lightQuads(raw.ptr, lights.ptr, width, to);
    else {
      run.lightQuads(raw.ptr, lights.ptr, high - low, quads.ptr);
      run.resampleQuads(quads.ptr, starts.ptr, weights.ptr, across.count, width, to);
    }
    held[slot] = y;
  }
  for (let k = 0; k < rowsOf(area); k++) {
    const row = k * area.step;
    if (row < down.first || row >= down.last) continue;
    const start = down.starts[row]!;
    for (let t = 0; t < down.count; t++) {
      const slot = (start + t) % down.count;
      if (held[slot] !== start + t) hold(start + t, slot);
      rowsAt[t] = ring.ptr + slot * rowBytes;
    }
    let line = ring.ptr;
    if (!plain) {
      rowWeights.set(down.weights.subarray(row * down.count, (row + 1) * down.count));
      run.resampleDown(pointers.ptr, downWeights.ptr, down.count, 4 * width, mixed.ptr);
      line = mixed.ptr;
    }
    take(line, k);
  }
}
