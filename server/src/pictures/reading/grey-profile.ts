import { createPngWriter } from '@chromatype/core';
import sharp from 'sharp';

/** sRGB bytes of every grey of 8 bits under a profile for greys: 256 values. */
export async function greysOfProfile(profile: Uint8Array): Promise<Uint8Array> {
  const pieces: Uint8Array[] = [];
  const png = createPngWriter({
    width: 256,
    height: 1,
    ppi: 72,
    kind: 'grey',
    profile,
    write: (bytes) => pieces.push(bytes),
  });
  png.rows(
    Uint8Array.from({ length: 256 }, (_, k) => k),
    256,
    1,
  );
  png.end();
  const data = await sharp(Buffer.concat(pieces))
    .toColourspace('srgb')
    .removeAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer();
  const channels = data.length / 256;
  return Uint8Array.from({ length: 256 }, (_, k) => data[k * channels]!);
}

/** sRGB bytes of all 65536 greys under a profile: between the greys of 8 bits they run straight. */
export async function deepGreysOfProfile(profile: Uint8Array): Promise<Uint8Array> {
  const greys = await greysOfProfile(profile);
  return Uint8Array.from({ length: 65536 }, (_, k) => {
    const at = k / 257;
    const low = Math.min(254, Math.floor(at));
    return Math.round(greys[low]! + (at - low) * (greys[low + 1]! - greys[low]!));
  });
}
