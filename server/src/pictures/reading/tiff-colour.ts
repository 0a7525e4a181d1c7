import { TIFF_TAG, type TiffTags, tiffTags } from './tiff-tags.ts';

/** How a TIFF file codes L*a*b*. */
export interface TiffLab {
  readonly bits: 8 | 16;
  /** a and b are shifted so that they begin at 0 ('ICCLab'), instead of signed ('CIELab'; TIFF 6.0, section 23). */
  readonly shifted: boolean;
}

const RGB = 2;
const CIELAB = 8;
const ICCLAB = 9;
const UNSPECIFIED = 0;
/** Channels of colour by photometric interpretation: grey, RGB, palette, separated. */
const COLOURS: Readonly<Record<number, number>> = { 0: 1, 1: 1, 2: 3, 3: 1, 5: 4, 6: 3, 8: 3, 9: 3 };

function labOf(tags: TiffTags): TiffLab | null {
  const photometric = tags.first(TIFF_TAG.photometric);
  const bits = tags.first(TIFF_TAG.bits);
  if ((photometric !== CIELAB && photometric !== ICCLAB) || (bits !== 8 && bits !== 16)) return null;
  return tags.first(TIFF_TAG.samples)! >= 3 ? { bits, shifted: photometric === ICCLAB } : null;
}

/** Whether the first channel beyond the colours of a file is not said to be alpha. */
function hasPlainExtra(tags: TiffTags): boolean {
  const colours = COLOURS[tags.first(TIFF_TAG.photometric) ?? -1];
  if (!colours || (tags.first(TIFF_TAG.samples) ?? 1) <= colours) return false;
  return (tags.first(TIFF_TAG.extraSamples) ?? UNSPECIFIED) === UNSPECIFIED;
}

/** A copy of a file whose three channels of L*a*b* are said to be RGB, so that they are read as they are. */
function saidToBeRgb(bytes: Uint8Array, tags: TiffTags): Uint8Array {
  const copy = new Uint8Array(bytes);
  new DataView(copy.buffer).setUint16(tags.tags.get(TIFF_TAG.photometric)!.at, RGB, !tags.bigEndian);
  return copy;
}

/** What a TIFF file says of its channels, and the bytes to read it from. */
export function tiffColour(bytes: Uint8Array): { bytes: Uint8Array; dropExtra: boolean; lab: TiffLab | null } {
  const tags = tiffTags(bytes);
  if (!tags) return { bytes, dropExtra: false, lab: null };
  const lab = labOf(tags);
  return { bytes: lab ? saidToBeRgb(bytes, tags) : bytes, dropExtra: hasPlainExtra(tags), lab };
}
