import { power } from '../math/exact.ts';

/** Linear light 0..1 of an sRGB-encoded value 0..1 (IEC 61966-2-1). */
export function decodeSrgb(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : power((encoded + 0.055) / 1.055, 2.4);
}

/** sRGB-encoded value 0..1 of linear light 0..1 (IEC 61966-2-1). */
export function encodeSrgb(light: number): number {
  return light <= 0.0031308 ? light * 12.92 : 1.055 * power(light, 1 / 2.4) - 0.055;
}

/** 16-bit linear light of each 8-bit sRGB value: 256 entries. */
export const LIGHT_OF_BYTE: Uint16Array = Uint16Array.from({ length: 256 }, (_, k) =>
  Math.round(decodeSrgb(k / 255) * 65535),
);

/** A colour as linear light, each channel 0..1. */
export type LinearRgb = readonly [number, number, number];

/** Reads `#rrggbb`; null when it is anything else. */
export function parseHex(hex: string): [number, number, number] | null {
  const m = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex);
  return m ? [parseInt(m[1]!, 16), parseInt(m[2]!, 16), parseInt(m[3]!, 16)] : null;
}

/** Linear light of `#rrggbb`; black when it cannot be read (documents are validated before). */
export function linearOfHex(hex: string): LinearRgb {
  const [r, g, b] = parseHex(hex) ?? [0, 0, 0];
  return [decodeSrgb(r / 255), decodeSrgb(g / 255), decodeSrgb(b / 255)];
}

/** 8-bit sRGB of linear light, rounded and clipped. */
export function byteOfLight(light: number): number {
  return Math.round(encodeSrgb(Math.min(1, Math.max(0, light))) * 255);
}

let bytes: Uint8Array | null = null;

/** The sRGB byte of each 16-bit light, made when it is first asked for. */
export function bytesOfLight(): Uint8Array {
  bytes ??= Uint8Array.from({ length: 65536 }, (_, k) => byteOfLight(k / 65535));
  return bytes;
}
