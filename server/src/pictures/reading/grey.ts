import { after, openVips, stripsOf, type VipsFile, vipsHead, writePieces } from './vips-file.ts';

const isGreyStrip = (rgba: Uint8Array): boolean => {
  for (let k = 0; k < rgba.length; k += 4) {
    if (rgba[k] !== rgba[k + 1] || rgba[k] !== rgba[k + 2] || rgba[k + 3] !== 255) return false;
  }
  return true;
};

function isGrey(picture: VipsFile): boolean {
  for (const { bytes } of stripsOf(picture)) if (!isGreyStrip(bytes)) return false;
  return true;
}

function* firstChannel(picture: VipsFile): Generator<Uint8Array> {
  for (const { bytes, pixels } of stripsOf(picture)) {
    const grey = new Uint8Array(pixels);
    for (let k = 0; k < pixels; k++) grey[k] = bytes[4 * k]!;
    yield grey;
  }
}

/** A picture with one channel where every pixel of it is opaque and grey, in a new file; else the picture itself. */
export function greyWhereGrey(rgba: VipsFile, file: string): VipsFile {
  if (!isGrey(rgba)) return rgba;
  writePieces(file, after(vipsHead(rgba.width, rgba.height, 1), firstChannel(rgba)));
  return openVips(file);
}
