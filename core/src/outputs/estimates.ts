import { createG4Encoder } from '../formats/g4.ts';
import { isBitmap } from '../raster/plate.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { planPass } from '../print/plan-pass.ts';
import type { EstimateWork } from './output.ts';
import type { BandWriter } from './print-png.ts';

/** Sheets up to this many pixels are made whole, so that their size is right to within a percent. */
const SMALL_SHEET = 4e6;
/** Bands tried of a larger one, spread over it, and rows in each. */
const BANDS = 8;
const ROWS = 64;
/** Most pixels of a proof. */
const PROOF_PIXELS = 9e6;

/** Bytes of a sheet of which a few bands are written. `writerFor` gets what counts the bytes that it writes. */
export function estimateBands(
  { env, job, passes }: EstimateWork,
  writerFor: (count: (bytes: number) => void) => BandWriter,
): number {
  const { width, height } = sheetPixels(job.sheet);
  const small = width * height <= SMALL_SHEET;
  const rows = small ? height : Math.min(ROWS, height);
  const bands = small ? 1 : Math.min(BANDS, Math.max(1, Math.floor(height / rows)));
  const plans = passes.map((pass) => planPass(env, job, pass, { piecemeal: !small }));
  let bytes = 0;
  const writer = writerFor((n) => {
    bytes += n;
  });
  for (let k = 0; k < bands; k++) {
    const y = Math.floor(((height - rows) * (k + 0.5)) / bands);
    const area = { x: 0, y, width, height: rows, step: 1 };
    writer.band({ y, rows, plates: plans.map(({ plate }) => plate.read(area)) });
  }
  writer.end();
  for (const plan of plans) plan.release();
  return Math.round((bytes * height) / (bands * rows));
}

/** Bytes of plates that are packed by CCITT G4, each of them held `times` times. */
export const estimatePacked = (work: EstimateWork, times: number): number =>
  estimateBands(work, (count) => ({
    band({ plates }) {
      for (const plate of plates.filter(isBitmap)) {
        const encoder = createG4Encoder(plate.width);
        for (let k = 0; k < plate.height; k++) encoder.row(plate.data, k * plate.stride);
        count(times * encoder.end().length);
      }
    },
    end() {},
  }));

/** Bytes of a proof, of which each pixel takes `share` bytes. */
export function estimateProof({ job }: Pick<EstimateWork, 'job'>, share: number): number {
  const { width, height } = sheetPixels(job.sheet);
  return Math.round(share * Math.min(width * height, PROOF_PIXELS));
}
