import { type Area, rowsOf } from '../raster/area.ts';
import type { Size } from '../raster/sheet.ts';
import { type Cover, type CoverReader, settledCover } from './cover.ts';

/**
 * A mask of a whole raster as runs of inside pixels: rows of pairs from, to (exclusive). What it takes of memory follows
 * its outline and not its area.
 */
export interface RunMask extends Size {
  /** Where the runs of each row begin in `ends`, counted in runs; one entry more than rows. */
  readonly rows: Uint32Array;
  /** from, to, from, to … */
  readonly ends: Uint32Array;
}

/** Collects the runs of a mask, row after row from the top. */
export class RunCollector {
  private ends = new Uint32Array(4096);
  private count = 0;
  private readonly rows: Uint32Array;
  private row = 0;

  constructor(private readonly size: Size) {
    this.rows = new Uint32Array(size.height + 1);
  }

  add(from: number, to: number): void {
    if (2 * this.count + 2 > this.ends.length) {
      const grown = new Uint32Array(2 * this.ends.length);
      grown.set(this.ends);
      this.ends = grown;
    }
    this.ends[2 * this.count] = from;
    this.ends[2 * this.count + 1] = to;
    this.count++;
  }

  endRow(): void {
    this.rows[++this.row] = this.count;
  }

  mask(): RunMask {
    return { ...this.size, rows: this.rows, ends: this.ends.slice(0, 2 * this.count) };
  }
}

/** Rows that are read at a time. */
const BAND = 64;

/** Reads a whole cover as runs: pixels that are at least half inside. */
export function runsOf(read: CoverReader, { width, height }: Size): RunMask {
  const runs = new RunCollector({ width, height });
  for (let y = 0; y < height; y += BAND) {
    const rows = Math.min(BAND, height - y);
    const cover = read({ x: 0, y, width, height: rows, step: 1 });
    for (let k = 0; k < rows; k++) {
      if (cover === 255) runs.add(0, width);
      else if (cover !== 0) addRuns(runs, cover.subarray(k * width, (k + 1) * width));
      runs.endRow();
    }
  }
  return runs.mask();
}

function addRuns(runs: RunCollector, row: Uint8Array): void {
  const { length } = row;
  for (let x = 0; x < length; ) {
    while (x < length && row[x]! < 128) x++;
    if (x === length) return;
    const from = x;
    while (x < length && row[x]! >= 128) x++;
    runs.add(from, x);
  }
}

/** The cover of a mask over an area; beyond the raster nothing is inside. */
export function runCover({ width, height, rows, ends }: RunMask): CoverReader {
  /** Whether no run reaches an area. */
  function isBare(area: Area): boolean {
    const right = area.x + area.width;
    for (let y = Math.max(0, area.y); y < Math.min(height, area.y + area.height); y++) {
      const r = firstRun(ends, rows[y]!, rows[y + 1]!, area.x);
      if (r < rows[y + 1]! && ends[2 * r]! < right) return false;
    }
    return true;
  }
  return (area: Area): Cover => {
    const count = rowsOf(area);
    if (isBare(area)) return 0;
    const out = new Uint8Array(area.width * count);
    for (let k = 0; k < count; k++) {
      const y = area.y + k * area.step;
      if (y < 0 || y >= height) continue;
      const at = k * area.width;
      const right = Math.min(width, area.x + area.width);
      for (let r = firstRun(ends, rows[y]!, rows[y + 1]!, area.x); r < rows[y + 1]!; r++) {
        const from = ends[2 * r]!;
        if (from >= right) break;
        const [a, b] = [Math.max(from, area.x) - area.x, Math.min(ends[2 * r + 1]!, right) - area.x];
        out.fill(255, at + a, at + b);
      }
    }
    return settledCover(out);
  };
}

/** The first of some runs that ends right of x. */
function firstRun(ends: Uint32Array, first: number, last: number, x: number): number {
  let [low, high] = [first, last];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ends[2 * middle + 1]! <= x) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Bytes that a mask takes. */
export const runBytes = ({ rows, ends }: RunMask): number => rows.byteLength + ends.byteLength;

/** Pixels inside a mask. */
export function runArea({ ends }: RunMask): number {
  let sum = 0;
  for (let k = 0; k < ends.length; k += 2) sum += ends[k + 1]! - ends[k]!;
  return sum;
}
