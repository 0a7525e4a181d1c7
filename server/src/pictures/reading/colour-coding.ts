import { decodeSrgb, type Primaries, SRGB_PRIMARIES } from '@chromatype/core';
import { PictureError } from '../picture-error.ts';
import { avifCodePoints } from './avif-colour.ts';
import { pngChunks } from './png-chunks.ts';

/** What the numbers of a picture mean, where a file states it without a profile. */
export interface ColourCoding {
  readonly primaries: Primaries;
  /** Linear light 0..1 of an encoded value 0..1. */
  decode(encoded: number): number;
}

/** Gamma of sRGB as a `gAMA` chunk states it; a picture with it and the primaries of sRGB is taken as sRGB. */
const SRGB_GAMMA = 0.45455;
const NEAR = 0.0005;

const same = (a: Primaries, b: Primaries): boolean =>
  (['red', 'green', 'blue', 'white'] as const).every((k) => a[k].every((v, c) => Math.abs(v - b[k][c]!) < NEAR));

/** Primaries of a `cHRM` chunk: white, red, green, blue, each x and y in units of 1/100000. */
function chromaticitiesOf(chunk: DataView | undefined): Primaries {
  if (!chunk || chunk.byteLength < 32) return SRGB_PRIMARIES;
  const pair = (k: number) => [chunk.getUint32(8 * k) / 1e5, chunk.getUint32(8 * k + 4) / 1e5] as const;
  const [white, red, green, blue] = [0, 1, 2, 3].map(pair) as [ReturnType<typeof pair>, ...ReturnType<typeof pair>[]];
  const stated = { white, red: red!, green: green!, blue: blue! };
  return Object.values(stated).every(([, y]) => y > 0) ? stated : SRGB_PRIMARIES;
}

/**
 * How a PNG file without a profile codes its colours: by `cICP`, else sRGB by `sRGB`, else by `gAMA` and `cHRM`, in the
 * order of precedence of the W3C PNG Specification (Third Edition, 4.3). Null for sRGB, and where nothing is stated.
 */
function pngCoding(bytes: Uint8Array): ColourCoding | null {
  const chunks = pngChunks(bytes);
  const cicp = chunks.get('cICP');
  if (cicp && cicp.byteLength >= 4) {
    return codingOf({ primaries: cicp.getUint8(0), transfer: cicp.getUint8(1) }, 'PNG');
  }
  if (chunks.has('iCCP') || chunks.has('sRGB')) return null;
  const gamma = chunks.get('gAMA');
  if (!gamma || gamma.byteLength < 4 || gamma.getUint32(0) === 0) return null;
  const exponent = gamma.getUint32(0) / 1e5;
  const primaries = chromaticitiesOf(chunks.get('cHRM'));
  const usual = Math.abs(exponent - SRGB_GAMMA) < NEAR;
  if (usual && same(primaries, SRGB_PRIMARIES)) return null;
  return { primaries, decode: usual ? decodeSrgb : (v) => v ** (1 / exponent) };
}

const D65 = SRGB_PRIMARIES.white;

/** Chromaticities of primaries by their code (ITU-T H.273, table 2). */
const PRIMARIES: Readonly<Record<number, Primaries>> = {
  1: SRGB_PRIMARIES,
  2: SRGB_PRIMARIES,
  4: { red: [0.67, 0.33], green: [0.21, 0.71], blue: [0.14, 0.08], white: [0.31, 0.316] },
  5: { red: [0.64, 0.33], green: [0.29, 0.6], blue: [0.15, 0.06], white: D65 },
  6: { red: [0.63, 0.34], green: [0.31, 0.595], blue: [0.155, 0.07], white: D65 },
  7: { red: [0.63, 0.34], green: [0.31, 0.595], blue: [0.155, 0.07], white: D65 },
  9: { red: [0.708, 0.292], green: [0.17, 0.797], blue: [0.131, 0.046], white: D65 },
  11: { red: [0.68, 0.32], green: [0.265, 0.69], blue: [0.15, 0.06], white: [0.314, 0.351] },
  12: { red: [0.68, 0.32], green: [0.265, 0.69], blue: [0.15, 0.06], white: D65 },
};

/**
 * Transfer characteristics by their code (ITU-T H.273, table 3). Those of television cameras (1, 6, 14, 15) are shown
 * on displays as sRGB is, by common practice.
 */
const DECODERS: Readonly<Record<number, (encoded: number) => number>> = {
  1: decodeSrgb,
  2: decodeSrgb,
  4: (v) => v ** 2.2,
  5: (v) => v ** 2.8,
  6: decodeSrgb,
  8: (v) => v,
  13: decodeSrgb,
  14: decodeSrgb,
  15: decodeSrgb,
};
/** PQ and HLG. */
const HIGH_RANGE: readonly number[] = [16, 18];

function codingOf(points: { primaries: number; transfer: number }, title: string): ColourCoding | null {
  if (HIGH_RANGE.includes(points.transfer)) {
    throw new PictureError(
      `This ${title} holds a high dynamic range, which a print has not; save it in standard range.`,
    );
  }
  const primaries = PRIMARIES[points.primaries] ?? SRGB_PRIMARIES;
  const decode = DECODERS[points.transfer] ?? decodeSrgb;
  return primaries === SRGB_PRIMARIES && decode === decodeSrgb ? null : { primaries, decode };
}

/**
 * How a file without a profile codes its colours; null when it is sRGB or does not say.
 * @throws PictureError for a high dynamic range
 */
export function colourCoding(bytes: Uint8Array, format: string): ColourCoding | null {
  if (format === 'png') return pngCoding(bytes);
  if (format !== 'heif') return null;
  const points = avifCodePoints(bytes);
  return points && codingOf(points, 'AVIF');
}
