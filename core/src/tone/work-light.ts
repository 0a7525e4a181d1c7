import { decodeSrgb, encodeSrgb } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import type { FeedReader } from '../picture/feed.ts';
import { type Area, type LightRows, rowsOf } from '../raster/area.ts';
import { blurred, type CoarseReader, lightCodes } from './blur.ts';
import type { ToneSettings } from './params.ts';

type Work = Pick<ToneSettings, 'soften' | 'local' | 'localSize' | 'sharpen' | 'sharpenSize' | 'blocks'>;

interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
}

/** Whether a tone asks for anything that looks at more than one spot at a time. */
export const worksOnLight = (t: Work): boolean => t.soften > 0 || t.local !== 0 || t.sharpen > 0 || t.blocks > 0;

let encodedCodes: Uint16Array | null = null;
let lightOfCodes: Uint16Array | null = null;

/** 16-bit encoded value of each 16-bit light, and back. */
const encodedOf = (): Uint16Array =>
  (encodedCodes ??= Uint16Array.from({ length: 65536 }, (_, k) => Math.round(encodeSrgb(k / 65535) * 65535)));
const lightOf = (): Uint16Array =>
  (lightOfCodes ??= Uint16Array.from({ length: 65536 }, (_, k) => Math.round(decodeSrgb(k / 65535) * 65535)));

/** Pixels of a length in mm. */
const px = (mm: number, { ppi }: Sheet): number => (mm * ppi) / 25.4;

/** Below this many pixels evening out changes nothing to speak of. */
const LEAST_SIGMA = 0.25;

/** Adds to light `amount` times what sets `base` apart from its surroundings, in encoded values. */
function setApart(
  kernels: Kernels,
  light: Uint16Array,
  base: Uint16Array,
  around: Uint16Array,
  amount: number,
): Uint16Array {
  const count = light.length;
  const tables = kernels.scratch('apart-tables', 4 * 65536);
  const blockOf = (name: string) => kernels.scratch(`apart-${name}`, 2 * count);
  const [from, round, out] = [blockOf('base'), blockOf('around'), blockOf('out')];
  // Mostly it is the light itself that is set apart.
  const own = light === base ? from : blockOf('light');
  const view = kernels.u16(tables);
  view.set(encodedOf());
  view.set(lightOf(), 65536);
  kernels.u16(from).set(base);
  kernels.u16(round).set(around);
  if (own !== from) kernels.u16(own).set(light);
  kernels.run.setApart(
    own.ptr,
    from.ptr,
    round.ptr,
    tables.ptr,
    tables.ptr + 2 * 65536,
    Math.round(amount * 4096),
    count,
    out.ptr,
  );
  return kernels.u16(out).slice(0, count);
}

/** Squares of one light each, `side` sheet pixels wide, from a grid that has one value for each. */
function expand(kernels: Kernels, coarse: FeedReader, side: number, area: Area): LightRows {
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
export function workLight(kernels: Kernels, tone: Work, sheet: Sheet, read: CoarseReader): FeedReader {
  if (!worksOnLight(tone)) return read(1);
  if (tone.blocks > 0) {
    const side = sheet.width / tone.blocks;
    const small = { width: tone.blocks, height: Math.ceil(sheet.height / side), ppi: sheet.ppi / side };
    const inner = workLight(kernels, { ...tone, blocks: 0 }, small, (factor) => read(factor * side));
    return (area) => expand(kernels, inner, side, area);
  }
  const soften = px(tone.soften, sheet) / 2;
  const plain = read(1);
  const own: FeedReader =
    soften < LEAST_SIGMA
      ? plain
      : (area) => ({
          depth: 16,
          width: area.width,
          rows: rowsOf(area),
          data: blurred(kernels, read, sheet, area, soften),
        });
  /** Light evened out over a size, on top of the softening. */
  const around = (area: Area, mm: number) => {
    const wide = px(mm, sheet) / 2;
    return blurred(kernels, read, sheet, area, Math.max(LEAST_SIGMA, Math.sqrt(wide * wide + soften * soften)));
  };
  if (tone.local === 0 && tone.sharpen === 0) return own;
  return (area) => {
    let data = lightCodes(kernels, own(area));
    const base = data;
    if (tone.local !== 0) data = setApart(kernels, data, base, around(area, tone.localSize), tone.local);
    if (tone.sharpen > 0) {
      data = setApart(kernels, data, base, around(area, tone.sharpenSize), tone.sharpen);
    }
    return { depth: 16, width: area.width, rows: rowsOf(area), data };
  };
}
