import { decodeSrgb } from '../colour/srgb.ts';

/** Light that is added before the logarithm, so that noise in black stays small. */
const FLARE = 0.02;

/** Optical density of linear light, 0 of white; with the flare everything darker than about 1.7 looks alike. */
export const densityOf = (light: number): number => -Math.log10((Math.max(0, light) + FLARE) / (1 + FLARE));

/** Optical density of each 8-bit sRGB value. */
export const DENSITY_OF_BYTE: Float32Array = Float32Array.from({ length: 256 }, (_, k) =>
  densityOf(decodeSrgb(k / 255)),
);

/** Light of a density: undoes `densityOf`. */
export const lightOfDensity = (density: number): number => Math.max(0, (1 + FLARE) * 10 ** -density - FLARE);
