import { type BlendMode, isSeparable } from '../colour/blend/mode.ts';
import { DISPLAY_BYTES } from '../colour/display-bytes.ts';
import { decodeSrgb, encodeSrgb } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';

const STEPS = 65536;
const inSteps = (of: (value: number) => number): Float32Array =>
  Float32Array.from({ length: STEPS }, (_, k) => of(k / (STEPS - 1)));

let encoded: Float32Array | null = null;
let decoded: Float32Array | null = null;
const blended = new Map<string, Uint16Array>();

/** B(cb, cs) · 65535 of a separable mode at 256 · cb + cs, both bytes. */
function separableTable(name: string, channel: (cb: number, cs: number) => number): Uint16Array {
  const known = blended.get(name);
  if (known) return known;
  const table = new Uint16Array(STEPS);
  for (let cb = 0; cb < 256; cb++) {
    for (let cs = 0; cs < 256; cs++) table[256 * cb + cs] = Math.round(65535 * channel(cb / 255, cs / 255));
  }
  blended.set(name, table);
  return table;
}

interface Loaded {
  readonly encode: number;
  readonly decode: number;
  readonly bytes: number;
  readonly steps: number;
  readonly modes: Map<string, { readonly table: number; readonly lights: number }>;
}

const loaded = new WeakMap<Kernels, Loaded>();

function load(kernels: Kernels, values: Float32Array | Uint16Array | Uint8Array): number {
  const block = kernels.alloc(values.byteLength);
  new Uint8Array(kernels.run.memory.buffer, block.ptr, values.byteLength).set(
    new Uint8Array(values.buffer, values.byteOffset, values.byteLength),
  );
  return block.ptr;
}

/** Pointers to the tables by which layers are blended; they stay in kernel memory. */
export function layerTables(kernels: Kernels): Loaded {
  const known = loaded.get(kernels);
  if (known) return known;
  encoded ??= inSteps(encodeSrgb);
  decoded ??= inSteps(decodeSrgb);
  const bytes = Float32Array.from({ length: 256 }, (_, k) => decodeSrgb(k / 255));
  const made = {
    encode: load(kernels, encoded),
    decode: load(kernels, decoded),
    bytes: load(kernels, bytes),
    steps: load(kernels, DISPLAY_BYTES),
    modes: new Map(),
  };
  loaded.set(kernels, made);
  return made;
}

/** Lays `width` RGBA pixels at `source` over the row of light at `light`. */
export type LayRow = (source: number, width: number, light: number) => void;

/** Returns what blends rows by a mode of W3C Compositing and Blending. `strength`: 0..1, by which alpha is multiplied. */
export function blendedRows(kernels: Kernels, mode: BlendMode, strength: number): LayRow {
  const { name } = mode;
  const { encode, decode, bytes, steps, modes } = layerTables(kernels);
  // What covers needs no table of two colours.
  if (name === 'normal') {
    return (source, width, light) => kernels.run.blendNormal(source, width, strength, bytes, encode, decode, light);
  }
  if (isSeparable(mode)) {
    let at = modes.get(name);
    if (!at) {
      const table = separableTable(name, (cb, cs) => mode.channel(cb, cs));
      const lights = Float32Array.from(table, (value) => decodeSrgb(value / 65535));
      at = { table: load(kernels, table), lights: load(kernels, lights) };
      modes.set(name, at);
    }
    const { table, lights } = at;
    return (source, width, light) =>
      kernels.run.blendSeparable(source, width, strength, table, lights, steps, encode, decode, light);
  }
  const parts = [mode.hue, mode.saturation, mode.luminosity].reduce(
    (bits, from, k) => bits | (from === 'source' ? 1 << k : 0),
    0,
  );
  return (source, width, light) => kernels.run.blendWhole(source, width, strength, parts, encode, decode, light);
}
