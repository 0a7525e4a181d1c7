import { MM_PER_INCH } from '../math/units.ts';
import { decodeSrgb, encodeSrgb } from '../colour/srgb.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type Area, type CodedLight, type LightReader, type LightRows, rowsOf } from '../raster/area.ts';
import { blurredTo, type CoarseReader, lightCodes, planBell } from '../raster/blur.ts';
import { mapTonesTo } from '../raster/map-tones.ts';
import type { ToneSettings } from './params.ts';

type Work = Pick<ToneSettings, 'soften' | 'local' | 'localSize' | 'sharpen' | 'sharpenSize' | 'blocks'>;

interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
}

/** Whether a tone asks for anything that looks at more than one spot at a time. */
export const worksOnLight = (t: Work): boolean => t.soften > 0 || t.local !== 0 || t.sharpen > 0 || t.blocks > 0;

/**
 * The work that a tone asks for on the light around a spot, without the settings that decide nothing; null for none.
 */
export function lightWork(tone: Work): Work | null {
  if (!worksOnLight(tone)) return null;
  const { soften, local, localSize, sharpen, sharpenSize, blocks } = tone;
  return {
    soften,
    local,
    localSize: local === 0 ? 0 : localSize,
    sharpen,
    sharpenSize: sharpen === 0 ? 0 : sharpenSize,
    blocks,
  };
}

let encodedCodes: Uint16Array | null = null;
let lightOfCodes: Uint16Array | null = null;

/** The 16-bit sRGB value of each 16-bit light. */
export const encodedOf = (): Uint16Array =>
  (encodedCodes ??= Uint16Array.from({ length: 65536 }, (_, k) => Math.round(encodeSrgb(k / 65535) * 65535)));
const lightOf = (): Uint16Array =>
  (lightOfCodes ??= Uint16Array.from({ length: 65536 }, (_, k) => Math.round(decodeSrgb(k / 65535) * 65535)));

/** Pixels of a length in mm. */
const px = (mm: number, { ppi }: Sheet): number => (mm * ppi) / MM_PER_INCH;

/** Below this many pixels evening out changes nothing to speak of. */
const LEAST_SIGMA = 0.25;

/** Encoded 16-bit values of light, in the kernels' memory under a name; bytes are encoded values already. */
function encodedRows(kernels: Kernels, rows: LightRows, name: string): Scratch {
  const count = rows.width * rows.rows;
  const output = kernels.scratch(`encoded-${name}`, 2 * count + 32);
  if (rows.depth === 16) mapTonesTo(kernels, rows, encodedOf(), output.ptr);
  else {
    const input = kernels.scratch('widen-in', count + 16);
    kernels.u8(input).set(rows.data.subarray(0, count));
    kernels.run.widenBytes(input.ptr, count, output.ptr);
  }
  return output;
}

/** Values of a box of the sheet. */
interface Boxed {
  readonly box: Area;
  readonly data: Scratch;
}

/** Values by which light is set apart from what surrounds it: `amount` times its difference from the rows `around` it. */
interface Apart {
  readonly around: (row: number) => number;
  readonly amount: number;
}

/**
 * Writes the encoded values of an area, each set apart from its surroundings, to kernel memory at `to`, which must have room
 * for seven values more.
 */
function setApart(kernels: Kernels, { box, data }: Boxed, area: Area, parts: readonly Apart[], to: number): void {
  const { width } = area;
  const rows = rowsOf(area);
  // A row at a time stays in the processor's nearest memory.
  for (let k = 0; k < rows; k++) {
    const base = data.ptr + 2 * (((area.y + k * area.step - box.y) / box.step) * box.width + area.x - box.x);
    const out = to + 2 * k * width;
    parts.forEach(({ around, amount }, n) => {
      kernels.run.setApart(n === 0 ? base : out, base, around(k), Math.round(amount * 4096), width, out);
    });
  }
}

/** A reader of light whose codes are made in kernel memory. */
function madeThere(kernels: Kernels, name: string, coded: CodedLight): LightReader {
  return Object.assign(
    (area: Area): LightRows => {
      const rows = rowsOf(area);
      const count = area.width * rows;
      const block = kernels.scratch(`made-${name}`, 2 * count + 32);
      coded.to(area, block.ptr);
      if (coded.light) {
        const table = kernels.scratch('made-light', 2 * 65536);
        kernels.u16(table).set(coded.light);
        kernels.run.lookup16(block.ptr, table.ptr, count, block.ptr);
      }
      return { depth: 16, width: area.width, rows, data: kernels.u16(block).slice(0, count) };
    },
    { coded },
  );
}

/** Squares of one light each, `side` sheet pixels wide, from a grid that has one value for each. */
function expand(kernels: Kernels, coarse: LightReader, side: number, area: Area): LightRows {
  const x0 = Math.floor(area.x / side);
  const y0 = Math.floor(area.y / side);
  const box = {
    x: x0,
    y: y0,
    width: Math.floor((area.x + area.width - 1) / side) + 1 - x0,
    height: Math.floor((area.y + area.height - 1) / side) + 1 - y0,
    step: 1,
  };
  const values = lightCodes(kernels, coarse(box));
  const rows = rowsOf(area);
  const data = new Uint16Array(area.width * rows);
  const columns = Int32Array.from({ length: area.width }, (_, k) => Math.floor((area.x + k) / side) - x0);
  let before = -1;
  for (let k = 0; k < rows; k++) {
    const row = Math.floor((area.y + k * area.step) / side) - y0;
    const to = k * area.width;
    // Rows of the same squares are the same.
    if (row === before) data.copyWithin(to, to - area.width, to);
    else for (let c = 0; c < area.width; c++) data[to + c] = values[row * box.width + columns[c]!]!;
    before = row;
  }
  return { depth: 16, width: area.width, rows, data };
}

/**
 * The light of a feed after everything in Tone that looks at a spot's surroundings: evened out, local
 * contrast, sharper edges, flat squares; in this order, the squares around all of it.
 */
export function workLight(kernels: Kernels, tone: Work, sheet: Sheet, read: CoarseReader): LightReader {
  if (!worksOnLight(tone)) return read(1);
  if (tone.blocks > 0) {
    const side = sheet.width / tone.blocks;
    const small = { width: tone.blocks, height: Math.ceil(sheet.height / side), ppi: sheet.ppi / side };
    const inner = workLight(kernels, { ...tone, blocks: 0 }, small, (factor) => read(factor * side));
    return (area) => expand(kernels, inner, side, area);
  }
  const soften = px(tone.soften, sheet) / 2;
  /** The softened light on a grid that is coarser by a factor. */
  const soft: CoarseReader = (factor) => {
    if (soften / factor < LEAST_SIGMA) return read(factor);
    const size = { width: Math.ceil(sheet.width / factor), height: Math.ceil(sheet.height / factor) };
    const finer: CoarseReader = (more) => read(more * factor);
    return madeThere(kernels, 'soft', {
      light: null,
      to: (area, out) => blurredTo(kernels, finer, size, { area, sigma: soften / factor }, out),
    });
  };
  if (tone.local === 0 && tone.sharpen === 0) return soft(1);
  const wishes = [
    { amount: tone.sharpen, mm: tone.sharpenSize },
    { amount: tone.local, mm: tone.localSize },
  ].filter((w) => w.amount !== 0);
  const to = (area: Area, out: number): void => {
    let base: Boxed | null = null;
    const parts = wishes.map(({ amount, mm }, k): Apart => {
      const plan = planBell(sheet, area, Math.max(LEAST_SIGMA, px(mm, sheet) / 2));
      const data = encodedRows(kernels, soft(plan.factor)(plan.box), `${k}`);
      if (plan.factor === 1) base ??= { box: plan.box, data };
      return { amount, around: plan.rowsThrough(kernels, data, ` apart ${k}`) };
    });
    base ??= { box: area, data: encodedRows(kernels, soft(1)(area), 'base') };
    setApart(kernels, base, area, parts, out);
  };
  return madeThere(kernels, 'apart', { light: lightOf(), to });
}
