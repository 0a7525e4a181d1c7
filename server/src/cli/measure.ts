import { parseArgs } from 'node:util';
import { spectrumPeak } from '@chromatype/core';
import sharp, { type OutputInfo } from 'sharp';
import { readInput } from './files.ts';
import { DEFAULT_PPI, statedPpi } from '../pictures/reading/resolution.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype measure FILE [--ppi N]
  prints the coverage (share of ink, black is ink), dominant frequency in lpi and its angle in degrees as JSON
  --ppi N   resolution to count by (default: the file's own, else 300)`;

export async function measure(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: { ppi: { type: 'string' } },
  });
  if (positionals.length !== 1) throw new UsageError('measure takes one file.');
  const file = positionals[0]!;
  const bytes = await readInput(file);
  const image = sharp(bytes, { failOn: 'truncated' });
  let read: { data: Buffer; info: OutputInfo };
  let own: number | null;
  try {
    own = statedPpi(bytes, await image.metadata());
    read = await image
      .flatten({ background: '#fff' })
      .toColourspace('b-w')
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
  } catch {
    throw new UsageError(`${file} is not a picture that can be read.`);
  }
  const {
    data,
    info: { width, height, channels },
  } = read;
  const ink = (x: number, y: number) => 1 - data[(y * width + x) * channels]! / 255;
  let sum = 0;
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) sum += ink(x, y);
  const ppi = values.ppi === undefined ? (own ?? DEFAULT_PPI) : Number(values.ppi);
  if (!(ppi > 0)) throw new UsageError('--ppi must be a number above 0.');
  const peak = spectrumPeak(ink, width, height);
  console.log(
    JSON.stringify({
      width,
      height,
      ppi,
      coverage: Number((sum / (width * height)).toFixed(6)),
      lpi: peak ? Number((peak.frequency * ppi).toFixed(3)) : null,
      angle: peak ? Number(peak.angle.toFixed(3)) : null,
    }),
  );
}
