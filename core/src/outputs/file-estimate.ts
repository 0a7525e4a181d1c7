import type { Kernels } from '../kernel/kernels.ts';
import { createG4Encoder } from '../formats/g4.ts';
import { type BandWriter, createOutput, type OutputAsked, passesFor } from './outputs.ts';
import { createPassChain } from '../print/chain.ts';
import type { PictureLookup } from '../print/light.ts';
import { sheetPixels } from '../document/defaults.ts';
import type { Job } from '../document/types.ts';
import { isBitmap } from '../raster/plate.ts';

/** Sheets up to this many pixels are made whole, so that their size is right to within a percent. */
const SMALL_SHEET = 4e6;
/** Bands tried of a larger one, spread over it, and rows in each. */
const BANDS = 8;
const ROWS = 64;

/** Most pixels of a proof, and the bytes of one of its pixels in outputs that hold it once or twice. */
const PROOF_PIXELS = 9e6;
const PROOF_SHARE: Readonly<Record<string, number>> = { proof: 2, 'proof-pdf': 2, package: 4 };
/** How often outputs of plates hold each of them. */
const PACKED: Readonly<Record<string, number>> = { 'plate-tif': 1, 'plates-pdf': 1, 'composite-pdf': 1, package: 3.5 };

function bandWriter(kernels: Kernels, job: Job, asked: OutputAsked, count: (bytes: number) => void): BandWriter {
  const times = PACKED[asked.kind] ?? 0;
  if (times === 0 && asked.kind in PROOF_SHARE) return { band() {}, end() {} };
  if (times === 0) return createOutput(kernels, job, asked, (piece) => count(piece.length));
  return {
    band({ plates }) {
      for (const plate of plates.filter(isBitmap)) {
        const encoder = createG4Encoder(plate.width);
        for (let k = 0; k < plate.height; k++) encoder.row(plate.data, k * plate.stride);
        count(times * encoder.end().length);
      }
    },
    end() {},
  };
}

/** Estimates an output file's size in bytes by making and compressing a few bands of it. */
export function estimateFileSize(kernels: Kernels, job: Job, asked: OutputAsked, pictures: PictureLookup): number {
  const { width, height } = sheetPixels(job.sheet);
  const small = width * height <= SMALL_SHEET;
  const rows = small ? height : Math.min(ROWS, height);
  const bands = small ? 1 : Math.min(BANDS, Math.max(1, Math.floor(height / rows)));
  const chains = passesFor(job, asked).map((pass) =>
    createPassChain({ kernels, job, pass, pictures, piecemeal: !small }),
  );
  let bytes = 0;
  const output = bandWriter(kernels, job, asked, (n) => {
    bytes += n;
  });
  for (let k = 0; k < bands; k++) {
    const y = Math.floor(((height - rows) * (k + 0.5)) / bands);
    const area = { x: 0, y, width, height: rows, step: 1 };
    output.band({ y, rows, plates: chains.map((chain) => chain.plate(area)) });
  }
  output.end();
  for (const chain of chains) chain.release();
  const pixels = width * height;
  const proof = PROOF_SHARE[asked.kind] ?? 0;
  return Math.round((bytes * height) / (bands * rows) + proof * Math.min(pixels, PROOF_PIXELS));
}
