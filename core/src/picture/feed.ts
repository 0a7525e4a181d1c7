import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type Area, type LightReader, rowsOf } from '../raster/area.ts';
import { makeTaps } from '../raster/taps.ts';
import type { Placement } from './placement.ts';
import type { PictureSource } from '../raster/source.ts';
import type { RowLight } from './row-light.ts';
import { turnedFeed } from './turned-feed.ts';
import type { FeedWeights } from './weights.ts';

/** A sheet without a picture: white everywhere. */
export const emptyFeed: LightReader = (area) => ({
  depth: 8,
  width: area.width,
  rows: rowsOf(area),
  data: new Uint8Array(area.width * rowsOf(area)).fill(255),
});

function rowLight(kernels: Kernels, source: PictureSource, weights: FeedWeights): RowLight {
  const table = kernels.scratch('light-of-byte', 512);
  kernels.u16(table).set(LIGHT_OF_BYTE);
  const [wr, wg, wb, wa] = weights;
  return (row, x, count, out) => {
    // Asked for anew each time: a reader of a wider picture may have moved it.
    const raw = kernels.scratch('picture-row', source.width * source.channels + 64);
    const bytes = row.subarray(x * source.channels, (x + count) * source.channels);
    if (source.channels === 1) {
      if (wa) new Uint16Array(kernels.run.memory.buffer, out, count).fill(0);
      else {
        kernels.u8(raw).set(bytes);
        kernels.run.lookup8(raw.ptr, table.ptr, count, out);
      }
      return;
    }
    kernels.u8(raw).set(bytes);
    kernels.run.lightRgba(raw.ptr, table.ptr, wr, wg, wb, wa, count, out);
  };
}

/** Columns of the area that the picture covers when it lies pixel on pixel. */
function overlap(area: Area, left: number, width: number): { from: number; to: number } {
  const from = Math.min(area.width, Math.max(0, left - area.x));
  return { from, to: Math.max(from, Math.min(area.width, left + width - area.x)) };
}

/** Pixel on pixel, grey: the bytes themselves. */
function copyGrey(source: PictureSource, at: Placement): LightReader {
  return (area) => {
    const rows = rowsOf(area);
    const top = area.y - at.top;
    const whole = area.x === at.left && area.width === source.width && area.step === 1;
    // Whole rows of the picture are handed on as they are, without a copy.
    if (whole && top >= 0 && top + rows <= source.height) {
      return { depth: 8, width: area.width, rows, data: source.read(top, rows) };
    }
    const data = new Uint8Array(area.width * rows).fill(255);
    const { from, to } = overlap(area, at.left, source.width);
    for (let k = 0; k < rows; k++) {
      const y = top + k * area.step;
      if (y < 0 || y >= source.height || from === to) continue;
      const x = area.x + from - at.left;
      data.set(source.read(y, 1).subarray(x, x + to - from), k * area.width + from);
    }
    return { depth: 8, width: area.width, rows, data };
  };
}

/** Pixel on pixel, colour: light without resampling. */
function copyLight(kernels: Kernels, source: PictureSource, at: Placement, light: RowLight): LightReader {
  return (area) => {
    const rows = rowsOf(area);
    const data = new Uint16Array(area.width * rows).fill(65535);
    const { from, to } = overlap(area, at.left, source.width);
    const out = kernels.scratch('light-row', area.width * 2);
    const inside = at.left === 0 && at.top === 0 && area.y + area.height <= source.height && from === 0;
    if (source.part && inside && area.x >= 0 && area.y >= 0 && to === area.width) {
      const part = source.part(area);
      const stride = area.width * source.channels;
      for (let k = 0; k < rows; k++) {
        light(part.subarray(k * stride, (k + 1) * stride), 0, area.width, out.ptr);
        data.set(kernels.u16(out).subarray(0, area.width), k * area.width);
      }
      return { depth: 16, width: area.width, rows, data };
    }
    for (let k = 0; k < rows; k++) {
      const y = area.y + k * area.step - at.top;
      if (y < 0 || y >= source.height || from === to) continue;
      light(source.read(y, 1), area.x + from - at.left, to - from, out.ptr);
      data.set(kernels.u16(out).subarray(0, to - from), k * area.width + from);
    }
    return { depth: 16, width: area.width, rows, data };
  };
}

/** Copies tap tables into kernel memory. */
function loadTable(kernels: Kernels, name: string, table: Int32Array): Scratch {
  const block = kernels.scratch(name, table.byteLength);
  kernels.i32(block).set(table);
  return block;
}

/** Resampled in linear light: true areas when the picture is reduced, Catmull–Rom when enlarged. */
function resampled(kernels: Kernels, source: PictureSource, at: Placement, light: RowLight): LightReader {
  return (area) => {
    const rows = rowsOf(area);
    const data = new Uint16Array(area.width * rows).fill(65535);
    const across = makeTaps(area.x, area.width, source.width, at.left, at.scale);
    const down = makeTaps(area.y, area.height, source.height, at.top, at.scale);
    const width = across.last - across.first;
    if (width === 0 || down.first === down.last) return { depth: 16, width: area.width, rows, data };

    let low = source.width;
    let high = 0;
    for (let k = across.first; k < across.last; k++) {
      low = Math.min(low, across.starts[k]!);
      high = Math.max(high, across.starts[k]! + across.count);
    }
    const starts = loadTable(
      kernels,
      'tap-starts',
      across.starts.slice(across.first, across.last).map((s) => s - low),
    );
    const weights = loadTable(
      kernels,
      'tap-weights',
      across.weights.subarray(across.first * across.count, across.last * across.count),
    );
    const rowBytes = (width * 2 + 31) & ~15;
    const ring = kernels.scratch('tap-rows', rowBytes * down.count);
    const source16 = kernels.scratch('source-light', (high - low) * 2);
    const pointers = kernels.scratch('tap-pointers', down.count * 4);
    const downWeights = kernels.scratch('tap-down', down.count * 4);
    const out = kernels.scratch('light-row', width * 2);
    const held = new Int32Array(down.count).fill(-1);

    for (let k = 0; k < rows; k++) {
      const row = k * area.step;
      if (row < down.first || row >= down.last) continue;
      const start = down.starts[row]!;
      for (let t = 0; t < down.count; t++) {
        const y = start + t;
        const slot = y % down.count;
        if (held[slot] !== y) {
          light(source.read(y, 1), low, high - low, source16.ptr);
          kernels.run.resampleAcross(
            source16.ptr,
            starts.ptr,
            weights.ptr,
            across.count,
            width,
            ring.ptr + slot * rowBytes,
          );
          held[slot] = y;
        }
        kernels.u32(pointers)[t] = ring.ptr + slot * rowBytes;
      }
      kernels.i32(downWeights).set(down.weights.subarray(row * down.count, (row + 1) * down.count));
      kernels.run.resampleDown(pointers.ptr, downWeights.ptr, down.count, width, out.ptr);
      data.set(kernels.u16(out).subarray(0, width), k * area.width + across.first);
    }
    return { depth: 16, width: area.width, rows, data };
  };
}

/** A reader for a part of a picture laid on the sheet. Outside the picture there is white. */
export function createFeedReader(
  kernels: Kernels,
  source: PictureSource,
  at: Placement,
  weights: FeedWeights,
): LightReader {
  const light = rowLight(kernels, source, weights);
  if (at.turn) return turnedFeed(kernels, source, at, light);
  const onPixels = at.scale === 1 && Number.isInteger(at.left) && Number.isInteger(at.top);
  if (!onPixels) return resampled(kernels, source, at, light);
  const alpha = weights[3] !== 0;
  if (source.channels === 1 && !alpha) return copyGrey(source, at);
  return copyLight(kernels, source, at, light);
}
