import { countCache, remember } from '../memory/cache.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { power } from '../math/exact.ts';

/** Light is summed by columns in 15 bits. */
export const MOST_LIGHT = 32767;

/** Plates that were looked through, by their data: those that are cached come again with every picture. */
const looked = new WeakMap<Uint8Array, boolean>();

/** Whether any pixel of a plate prints. */
export function hasInk(data: Uint8Array): boolean {
  const known = looked.get(data);
  if (known !== undefined) return known;
  const aligned = data.byteOffset % 4 === 0;
  const words = aligned ? new Uint32Array(data.buffer, data.byteOffset, data.length >> 2) : new Uint32Array(0);
  let found = words.some((word) => word !== 0);
  for (let k = 4 * words.length; k < data.length && !found; k++) found = data[k] !== 0;
  looked.set(data, found);
  return found;
}

/** The overprints of some of the passes alone, in their order. */
export function coloursOf(colours: Float64Array, passes: readonly number[]): Float64Array {
  const out = new Float64Array(3 << passes.length);
  for (let code = 0; code < 1 << passes.length; code++) {
    const whole = passes.reduce((sum, pass, k) => sum | (((code >> k) & 1) << pass), 0);
    for (let c = 0; c < 3; c++) out[3 * code + c] = colours[3 * whole + c]!;
  }
  return out;
}

/** The power 1/n of light in 65536 steps. */
export const rootSteps = (n: number): Float32Array =>
  remember(roots, String(n), () => Float32Array.from({ length: 65536 }, (_, k) => power(k / 65535, 1 / n)));

const roots = countCache<Float32Array>(4);

export function loadFloats(kernels: Kernels, name: string, values: Float32Array): Scratch {
  const block = kernels.scratch(name, values.byteLength);
  kernels.f32(block).set(values);
  return block;
}

/** Light of each overprint as four floats: r, g, b and 1. */
export function loadPalette(kernels: Kernels, colours: Float64Array): Scratch {
  const palette = kernels.scratch('palette-light', Math.max(256, colours.length / 3) * 16);
  const lights = kernels.f32(palette);
  for (let code = 0; code < colours.length / 3; code++) {
    for (let c = 0; c < 3; c++) lights[4 * code + c] = colours[3 * code + c]!;
    lights[4 * code + 3] = 1;
  }
  return palette;
}

/** Light of at most sixteen overprints in 15 bits: low bytes, then high bytes, for each channel. */
export function loadLookups(kernels: Kernels, colours: Float64Array): Scratch {
  const block = kernels.scratch('light-lookups', 96);
  const bytes = kernels.u8(block);
  for (let c = 0; c < 3; c++) {
    for (let code = 0; code < 16; code++) {
      const light = Math.round((colours[3 * code + c] ?? 0) * MOST_LIGHT);
      bytes[32 * c + code] = light & 255;
      bytes[32 * c + 16 + code] = light >> 8;
    }
  }
  return block;
}
