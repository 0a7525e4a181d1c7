import { power } from '../math/exact.ts';
import { byteOfLight } from './srgb.ts';

/** sRGB byte of a linear light in 4096 steps: fine enough that every byte's own light gives it back. */
export const DISPLAY_BYTES = Uint8Array.from({ length: 4097 }, (_, k) => byteOfLight(k / 4096));

/** The same for light that was mixed in the power 1/n. */
export const spreadBytes = (n: number): Uint8Array =>
  Uint8Array.from({ length: 4097 }, (_, k) => byteOfLight(power(k / 4096, n)));
