import { byteOfLight, LIGHT_OF_BYTE, seenFrom, LUMINANCE } from '@chromatype/core';

/** How shown pixels are looked at. */
export interface LookAsked {
  readonly width: number;
  readonly height: number;
  /** Pixels that one degree of sight spans; null for close up. */
  readonly perDegree: number | null;
  /** True luminance instead of colour. */
  readonly grey: boolean;
  /** What lies round the sheet, `#rrggbb` as bytes. */
  readonly surround: readonly [number, number, number];
}

let bytes: Uint8Array | null = null;

/** Shown pixels as the eye sees them from a distance, or as luminance, or both. What is transparent stays so. */
export function lookAt(rgba: Uint8ClampedArray<ArrayBuffer>, asked: LookAsked): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, perDegree, grey, surround } = asked;
  bytes ??= Uint8Array.from({ length: 4097 }, (_, k) => byteOfLight(k / 4096));
  const count = width * height;
  let planes: Float32Array[] = [0, 1, 2].map((c) =>
    Float32Array.from(
      { length: count },
      (_, k) => LIGHT_OF_BYTE[rgba[4 * k + 3] === 0 ? surround[c]! : rgba[4 * k + c]!]! / 65535,
    ),
  );
  if (grey) {
    const [r, g, b] = planes as [Float32Array, Float32Array, Float32Array];
    planes = [r.map((v, k) => LUMINANCE[0] * v + LUMINANCE[1] * g[k]! + LUMINANCE[2] * b[k]!)];
  }
  if (perDegree !== null) planes = seenFrom(planes, width, height, perDegree);
  const out = new Uint8ClampedArray(rgba.length);
  for (let k = 0; k < count; k++) {
    if (rgba[4 * k + 3] === 0) continue;
    for (let c = 0; c < 3; c++) {
      const light = planes[grey ? 0 : c]![k]!;
      out[4 * k + c] = bytes[Math.round(4096 * Math.min(1, Math.max(0, light)))]!;
    }
    out[4 * k + 3] = 255;
  }
  return out;
}
