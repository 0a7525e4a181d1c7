import { byteOfLight, LIGHT_OF_BYTE, memorySource, type PictureSource } from '@chromatype/core';

/** Samples taken across and down under each reduced pixel. */
const SAMPLES = 4;

/** A small copy of a picture for thumbnails, averaged in linear light from evenly spread samples. */
export function reducePicture(source: PictureSource, longest: number): PictureSource {
  const scale = Math.min(1, longest / Math.max(source.width, source.height));
  const width = Math.max(1, Math.round(source.width * scale));
  const height = Math.max(1, Math.round(source.height * scale));
  const { channels } = source;
  const sums = new Float64Array(width * channels);
  const out = new Uint8Array(width * height * channels);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let j = 0; j < SAMPLES; j++) {
      const row = source.read(
        Math.min(source.height - 1, Math.floor(((y + (j + 0.5) / SAMPLES) * source.height) / height)),
        1,
      );
      for (let x = 0; x < width * SAMPLES; x++) {
        const from = Math.min(source.width - 1, Math.floor(((x + 0.5) * source.width) / (width * SAMPLES))) * channels;
        const to = Math.floor(x / SAMPLES) * channels;
        for (let c = 0; c < channels; c++) sums[to + c]! += c === 3 ? row[from + c]! : LIGHT_OF_BYTE[row[from + c]!]!;
      }
    }
    for (let k = 0; k < sums.length; k++) {
      const mean = sums[k]! / (SAMPLES * SAMPLES);
      out[y * sums.length + k] = k % channels === 3 ? Math.round(mean) : byteOfLight(mean / 65535);
    }
  }
  return memorySource(width, height, channels, out);
}
