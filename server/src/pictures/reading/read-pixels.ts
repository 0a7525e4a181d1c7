import { apply, byteOfLight, lightOfLab, type Matrix, toSrgbLight } from '@chromatype/core';
import sharp, { type Metadata, type Sharp, type SharpOptions } from 'sharp';
import { type ColourCoding, colourCoding } from './colour-coding.ts';
import { deepGreysOfProfile } from './grey-profile.ts';
import type { TiffLab } from './tiff-colour.ts';

/** Pixels in 8-bit sRGB with alpha. */
export interface RgbaPixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** What is known of a file before its pixels are read. */
export interface FileToRead {
  readonly bytes: Uint8Array;
  readonly metadata: Metadata;
  readonly options: SharpOptions;
  /** The fourth channel of a TIFF that does not say what it is. */
  readonly dropExtra: boolean;
  /** The pixels of a TIFF are L*a*b*. */
  readonly lab: TiffLab | null;
}

/** A picture takes no longer than this to read. */
const SECONDS = 120;

/** Opens a file upright, without a channel that has no meaning. */
function open({ bytes, options, dropExtra }: FileToRead, change: SharpOptions = {}): Sharp {
  const upright = sharp(bytes, { ...options, ...change }).autoOrient();
  return (dropExtra ? upright.removeAlpha() : upright).timeout({ seconds: SECONDS });
}

async function bytesOf(image: Sharp): Promise<RgbaPixels> {
  const { data, info } = await image.ensureAlpha().raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(data.buffer, data.byteOffset, data.length) };
}

/** Values of a picture as the file codes them, with alpha. */
interface CodedPixels {
  readonly width: number;
  readonly height: number;
  readonly channels: number;
  readonly data: Uint8Array | Uint16Array;
}

async function codesOf(image: Sharp, deep: boolean, space: string): Promise<CodedPixels> {
  const raw = image.toColourspace(space).raw({ depth: deep ? 'ushort' : 'uchar' });
  const { data, info } = await raw.toBuffer({ resolveWithObject: true });
  const values = deep
    ? new Uint16Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.length))
    : new Uint8Array(data.buffer, data.byteOffset, data.length);
  return { width: info.width, height: info.height, channels: info.channels, data: values };
}

/** Makes RGBA of coded pixels: `paint` writes red, green and blue of pixel `at`. */
function painted(
  { width, height, channels, data }: CodedPixels,
  paint: (at: number, out: Uint8Array, to: number) => void,
): RgbaPixels {
  const out = new Uint8Array(width * height * 4);
  const alpha = channels === 2 || channels === 4 ? channels - 1 : -1;
  const most = data instanceof Uint16Array ? 257 : 1;
  for (let k = 0, at = 0, to = 0; k < width * height; k++, at += channels, to += 4) {
    paint(at, out, to);
    out[to + 3] = alpha < 0 ? 255 : Math.round(data[at + alpha]! / most);
  }
  return { width, height, data: out };
}

/** sRGB bytes of linear light on a scale of 4096 steps that are even to the eye: sqrt of light. */
const STEPS = 4096;
const BYTE_OF_ROOT = Uint8Array.from({ length: STEPS + 1 }, (_, k) => byteOfLight((k / STEPS) ** 2));
const byteOf = (light: number): number => BYTE_OF_ROOT[Math.round(Math.sqrt(Math.min(1, Math.max(0, light))) * STEPS)]!;

/** From coded colours to sRGB by their primaries and transfer. */
function decoded(pixels: CodedPixels, { primaries, decode }: ColourCoding): RgbaPixels {
  const most = pixels.data instanceof Uint16Array ? 65535 : 255;
  const light = Float64Array.from({ length: most + 1 }, (_, k) => decode(k / most));
  const matrix: Matrix = toSrgbLight(primaries);
  const { data, channels } = pixels;
  const step = channels < 3 ? 0 : 1;
  return painted(pixels, (at, out, to) => {
    const mixed = apply(matrix, [light[data[at]!]!, light[data[at + step]!]!, light[data[at + 2 * step]!]!]);
    for (let c = 0; c < 3; c++) out[to + c] = byteOf(mixed[c]!);
  });
}

/** From L*a*b* as a TIFF codes it to sRGB. */
function ofLab(pixels: CodedPixels, { shifted, bits }: TiffLab): RgbaPixels {
  const { data } = pixels;
  const [most, one, half] = bits === 16 ? [65535, 256, 32768] : [255, 1, 128];
  // a and b are signed, or 128 stands for 0.
  const axis = (code: number) => (shifted ? code - half : code >= half ? code - 2 * half : code) / one;
  return painted(pixels, (at, out, to) => {
    const light = lightOfLab([(100 * data[at]!) / most, axis(data[at + 1]!), axis(data[at + 2]!)]);
    for (let c = 0; c < 3; c++) out[to + c] = byteOf(light[c]!);
  });
}

/** Reads a file into sRGB by its profile, or by what else it says of its colours. */
export async function readPixels(file: FileToRead): Promise<RgbaPixels> {
  const { metadata, lab } = file;
  const deep = metadata.depth === 'ushort';
  if (lab)
    return ofLab(
      await codesOf(open(file, { ignoreIcc: true }), lab.bits === 16, lab.bits === 16 ? 'rgb16' : 'srgb'),
      lab,
    );
  const { icc } = metadata;
  if (icc && metadata.space === 'grey16') {
    const pixels = await codesOf(open(file, { ignoreIcc: true }), true, 'grey16');
    const greys = await deepGreysOfProfile(icc);
    return painted(pixels, (at, out, to) => out.fill(greys[pixels.data[at]!]!, to, to + 3));
  }
  // Pictures of 16 bits are worked on in a wider space, from which they are brought back.
  if (icc)
    return bytesOf(deep ? open(file).withIccProfile('srgb').toColourspace('srgb') : open(file).toColourspace('srgb'));
  const coding = colourCoding(file.bytes, metadata.format!);
  if (!coding) return bytesOf(open(file).toColourspace('srgb'));
  return decoded(await codesOf(open(file), deep, deep ? 'rgb16' : 'srgb'), coding);
}
