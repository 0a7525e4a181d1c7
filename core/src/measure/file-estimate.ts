import type { Kernels } from '../kernel/kernels.ts';
import { createOutput, type OutputAsked, passesFor } from '../formats/outputs.ts';
import { createPassChain } from '../job/chain.ts';
import type { PictureLookup } from '../job/values.ts';
import { sheetPixels } from '../job/defaults.ts';
import type { Job } from '../job/types.ts';

/** Sheets up to this many pixels are made whole, so that their size is right to within a percent. */
const SMALL_SHEET = 4e6;
/** Bands tried of a larger one, spread over it, and rows in each. */
const BANDS = 8;
const ROWS = 64;

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
  const output = createOutput(kernels, job, asked, (piece) => {
    bytes += piece.length;
  });
  for (let k = 0; k < bands; k++) {
    const y = Math.floor(((height - rows) * (k + 0.5)) / bands);
    const area = { x: 0, y, width, height: rows, step: 1 };
    output.band({ y, rows, plates: chains.map((chain) => chain.plate(area)) });
  }
  output.end();
  for (const chain of chains) chain.release();
  return Math.round((bytes * height) / (bands * rows));
}
