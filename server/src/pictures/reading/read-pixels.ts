import sharp, { type Metadata, type Sharp, type SharpOptions } from 'sharp';
import { colourCoding } from './colour-coding.ts';
import { deepGreysOfProfile } from './grey-profile.ts';
import { type Codes, type Paint, paintCoded, paintGreys, paintLab } from './paint.ts';
import type { TiffLab } from './tiff-colour.ts';
import { after, openVips, stripsOf, type VipsFile, vipsHead, writePieces } from './vips-file.ts';

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

/** Writes an image to the disk as plain rows while it is read, so that it never lies in memory whole. */
async function toDisk(image: Sharp, file: string): Promise<VipsFile> {
  await image.toFile(file);
  return openVips(file);
}

/** Pixels as a file codes them, on the disk, and how they become sRGB; null where they are in sRGB with alpha. */
interface Decoded {
  readonly codes: VipsFile;
  readonly paint: Paint | null;
}

async function decode(file: FileToRead, to: string): Promise<Decoded> {
  const { metadata, lab } = file;
  const deep = metadata.depth === 'ushort';
  const coded = (space: string, change?: SharpOptions) => toDisk(open(file, change).toColourspace(space), to);
  const direct = async (image: Sharp): Promise<Decoded> => ({
    codes: await toDisk(image.ensureAlpha(), to),
    paint: null,
  });
  if (lab) {
    return { codes: await coded(lab.bits === 16 ? 'rgb16' : 'srgb', { ignoreIcc: true }), paint: paintLab(lab) };
  }
  const { icc } = metadata;
  if (icc && metadata.space === 'grey16') {
    const greys = await deepGreysOfProfile(icc);
    return { codes: await coded('grey16', { ignoreIcc: true }), paint: paintGreys(greys) };
  }
  // Pictures of 16 bits are worked on in a wider space, from which they are brought back.
  if (icc)
    return direct(deep ? open(file).withIccProfile('srgb').toColourspace('srgb') : open(file).toColourspace('srgb'));
  const coding = colourCoding(file.bytes, metadata.format!);
  if (!coding) return direct(open(file).toColourspace('srgb'));
  const codes = await coded(deep ? 'rgb16' : 'srgb');
  return { codes, paint: paintCoded(coding, codes.deep, codes.channels < 3) };
}

/** Rows of sRGB with alpha, out of rows of codes. The bytes of a strip hold until the next. */
function* painted(codes: VipsFile, paint: Paint): Generator<Uint8Array> {
  const { channels, deep } = codes;
  const alpha = channels === 2 || channels === 4 ? channels - 1 : -1;
  const most = deep ? 257 : 1;
  for (const { bytes, pixels } of stripsOf(codes)) {
    const values: Codes = deep ? new Uint16Array(bytes.buffer, bytes.byteOffset, pixels * channels) : bytes;
    const out = new Uint8Array(pixels * 4);
    for (let k = 0, at = 0, to = 0; k < pixels; k++, at += channels, to += 4) {
      paint(values, at, out, to);
      out[to + 3] = alpha < 0 ? 255 : Math.round(values[at + alpha]! / most);
    }
    yield out;
  }
}

/** Reads a file into sRGB with alpha by its profile, or by what else it says of its colours; `work` names new files. */
export async function readPixels(file: FileToRead, work: (name: string) => string): Promise<VipsFile> {
  const { codes, paint } = await decode(file, work('codes.v'));
  if (!paint && codes.channels === 4 && !codes.deep) return codes;
  if (!paint) throw new Error(`A picture in sRGB came with ${codes.channels} channels.`);
  const { width, height } = codes;
  const rgba = work('rgba.v');
  writePieces(rgba, after(vipsHead(width, height, 4), painted(codes, paint)));
  return openVips(rgba);
}
