import { square } from '../math/exact.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type Area, type LightReader, type LightRows, rowsOf } from './area.ts';
import { bellReach, bellReader, throughBell } from './bell.ts';
import { separable, type Weights } from './separable.ts';
import { makeTaps } from './taps.ts';
import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import { mapTones, mapTonesTo } from './map-tones.ts';

/** Reads a feed on a grid `factor` times coarser than the sheet's, each value the mean of what it covers. */
export type CoarseReader = (factor: number) => LightReader;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Returns rows as 16-bit linear light, whether they are 8-bit codes or light already. */
export function lightCodes(kernels: Kernels, rows: LightRows): Uint16Array {
  if (rows.depth === 16) return rows.data as Uint16Array;
  return mapTones(kernels, rows, LIGHT_OF_BYTE);
}

/** Returns how many times coarser a grid may be for a Gaussian: its standard deviation stays between 1.5 and 3 values there. */
export function blurFactor(sigma: number, step: number): number {
  let factor = 1;
  while (sigma / factor >= 3) factor *= 2;
  // A first look that skips rows may be coarser.
  while (step >= 2 * factor && sigma / factor > 0.7) factor *= 2;
  return factor;
}

function downTaps(area: Area, size: number, factor: number): Weights {
  const all = makeTaps(area.y, area.height, size, 0, factor);
  const rows = rowsOf(area);
  const starts = Int32Array.from({ length: rows }, (_, k) => all.starts[k * area.step]!);
  const weights = new Int32Array(rows * all.count);
  for (let k = 0; k < rows; k++) {
    const from = k * area.step * all.count;
    weights.set(all.weights.subarray(from, from + all.count), k * all.count);
  }
  return { count: all.count, starts, weights };
}

/** Returns the first and one past the last value that weights read. */
function span({ starts, count }: Weights): [number, number] {
  let low = Infinity;
  let high = 0;
  for (const s of starts) {
    low = Math.min(low, s);
    high = Math.max(high, s + count);
  }
  return [low, high];
}

/** Plan of a Gaussian blur of an area: what must be read, on which grid, and how the result returns to the sheet's grid. */
export interface BellPlan {
  /** Sheet pixels that a value of the grid is wide. */
  readonly factor: number;
  /** What must be read of the grid. */
  readonly box: Area;
  through(kernels: Kernels, read: Uint16Array): Uint16Array;
  /**
   * The same row by row, of values in the kernels' memory: gives where there each row is until the next one is asked for.
   * Rows are asked for from the top downwards, and are readable for seven values more. Plans that take turns need names.
   */
  rowsThrough(kernels: Kernels, read: Scratch, name: string): (row: number) => number;
}

/**
 * Plans to even out an area by a bell (a Gaussian of standard deviation `sigma` sheet pixels). Wide bells are
 * worked on a coarser grid of the whole sheet, so that areas fit each other without a seam. At the sheet's
 * edge the last values go on.
 */
export function planBell(sheet: Size, area: Area, sigma: number): BellPlan {
  const factor = blurFactor(sigma, area.step);
  const size = { width: Math.ceil(sheet.width / factor), height: Math.ceil(sheet.height / factor) };
  // What the coarse grid must hold once it is evened out.
  const up = factor > 1 ? makeTaps(area.x, area.width, size.width, 0, factor) : null;
  const upDown = factor > 1 ? downTaps(area, size.height, factor) : null;
  const [left, right] = up ? span(up) : [area.x, area.x + area.width];
  const [top, bottom] = upDown ? span(upDown) : [area.y, area.y + area.height];
  // A coarse value is the mean of a square, which evens out by its own variance already.
  const bell = Math.sqrt(Math.max(0.05, square(sigma / factor) - (1 - 1 / square(factor)) / 12));
  const reach = bellReach(bell);
  const x = Math.max(0, left - reach);
  const y = Math.max(0, top - reach);
  const box: Area = {
    x,
    y,
    width: Math.min(size.width, right + reach) - x,
    height: Math.min(size.height, bottom + reach) - y,
    step: 1,
  };
  const part = { x: left, y: top, width: right - left, height: bottom - top, step: up ? 1 : area.step };
  return {
    factor,
    box,
    rowsThrough(kernels, data, name) {
      if (!up) return bellReader(kernels, { ...box, rows: box.height, data }, size, part, bell, name);
      const evened = this.through(kernels, kernels.u16(data).slice(0, box.width * box.height));
      const plane = kernels.scratch(`bell-plane${name}`, evened.byteLength + 16);
      kernels.u16(plane).set(evened);
      return (row) => plane.ptr + 2 * row * area.width;
    },
    through(kernels, data) {
      const evened = throughBell(kernels, { ...box, rows: box.height, data }, size, part, bell);
      if (!up || !upDown) return evened;
      return separable(kernels, { ...part, rows: part.height, data: evened }, up, upDown);
    },
  };
}

/**
 * Writes the 16-bit light of an area, blurred by a Gaussian of standard deviation `sigma` sheet pixels, to kernel memory
 * at `out`.
 */
export function blurredTo(
  kernels: Kernels,
  read: CoarseReader,
  sheet: Size,
  { area, sigma }: { readonly area: Area; readonly sigma: number },
  out: number,
): void {
  const plan = planBell(sheet, area, sigma);
  const light = read(plan.factor)(plan.box);
  const plane = kernels.scratch('blur-in', 2 * light.width * light.rows + 16);
  if (light.depth === 8) mapTonesTo(kernels, light, LIGHT_OF_BYTE, plane.ptr);
  else kernels.u16(plane).set(light.data);
  const rowAt = plan.rowsThrough(kernels, plane, ' blur');
  const bytes = 2 * area.width;
  const rows = rowsOf(area);
  for (let k = 0; k < rows; k++) {
    const from = rowAt(k);
    new Uint8Array(kernels.run.memory.buffer).copyWithin(out + k * bytes, from, from + bytes);
  }
}

/** The same as an array. */
export function blurred(kernels: Kernels, read: CoarseReader, sheet: Size, area: Area, sigma: number): Uint16Array {
  const count = area.width * rowsOf(area);
  const block = kernels.scratch('blurred', 2 * count);
  blurredTo(kernels, read, sheet, { area, sigma }, block.ptr);
  return kernels.u16(block).slice(0, count);
}
