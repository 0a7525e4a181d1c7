import { apply, byteOfLight, lightOfLab, type Matrix, toSrgbLight } from '@chromatype/core';
import type { ColourCoding } from './colour-coding.ts';
import type { TiffLab } from './tiff-colour.ts';

/** Values of a pixel as a file codes them: from `at` on in `codes`, 8 or 16 bits each. */
export type Codes = Uint8Array | Uint16Array;

/** Writes red, green and blue, as sRGB bytes, of the pixel whose codes stand at `at`. */
export type Paint = (codes: Codes, at: number, out: Uint8Array, to: number) => void;

/** sRGB bytes of linear light on a scale of 4096 steps that are even to the eye: sqrt of light. */
const STEPS = 4096;
const BYTE_OF_ROOT = Uint8Array.from({ length: STEPS + 1 }, (_, k) => byteOfLight((k / STEPS) ** 2));
const byteOf = (light: number): number => BYTE_OF_ROOT[Math.round(Math.sqrt(Math.min(1, Math.max(0, light))) * STEPS)]!;

/** From coded colours to sRGB by their primaries and transfer. */
export function paintCoded({ primaries, decode }: ColourCoding, deep: boolean, grey: boolean): Paint {
  const most = deep ? 65535 : 255;
  const light = Float64Array.from({ length: most + 1 }, (_, k) => decode(k / most));
  const matrix: Matrix = toSrgbLight(primaries);
  const [second, third] = grey ? [0, 0] : [1, 2];
  return (codes, at, out, to) => {
    const mixed = apply(matrix, [light[codes[at]!]!, light[codes[at + second]!]!, light[codes[at + third]!]!]);
    for (let c = 0; c < 3; c++) out[to + c] = byteOf(mixed[c]!);
  };
}

/** From L*a*b* as a TIFF codes it to sRGB. */
export function paintLab({ shifted, bits }: TiffLab): Paint {
  const [most, one, half] = bits === 16 ? [65535, 256, 32768] : [255, 1, 128];
  // a and b are signed, or 128 stands for 0.
  const axis = (code: number) => (shifted ? code - half : code >= half ? code - 2 * half : code) / one;
  return (codes, at, out, to) => {
    const light = lightOfLab([(100 * codes[at]!) / most, axis(codes[at + 1]!), axis(codes[at + 2]!)]);
    for (let c = 0; c < 3; c++) out[to + c] = byteOf(light[c]!);
  };
}

/** From greys by a table of their sRGB bytes. */
export const paintGreys =
  (greys: Uint8Array): Paint =>
  (codes, at, out, to) => {
    out.fill(greys[codes[at]!]!, to, to + 3);
  };
