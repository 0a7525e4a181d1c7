import { printingFills } from '../../document/fills.ts';
import type { Job } from '../../document/types.ts';
import { screenPrints } from '../../screen/compile-screen.ts';
import { printsOutlines } from '../../print/plan-marks.ts';

/** Why a job has no pieces to count; null if it has. */
export const piecesFault = (job: Job): string | null =>
  job.passes.some(
    (pass) =>
      pass.on &&
      printingFills(pass).some((fill) => printsOutlines(fill, job.sheet.ppi) && screenPrints(fill.screen).artwork),
  )
    ? null
    : 'No pass prints marks in colours of their own; give marks the colour of their cell or of a palette.';
