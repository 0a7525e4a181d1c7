import { bytesOfLight } from '../colour/srgb.ts';

/** 8-bit sRGB, three bytes a pixel, of three planes of linear light. */
export function bytesOf(planes: readonly Float32Array[]): Uint8Array {
  const encoded = bytesOfLight();
  const out = new Uint8Array(3 * planes[0]!.length);
  for (const [c, plane] of planes.entries()) {
    for (let k = 0; k < plane.length; k++)
      out[3 * k + c] = encoded[Math.round(65535 * Math.min(1, Math.max(0, plane[k]!)))]!;
  }
  return out;
}
