import { chartLayout } from '../chart/chart-layout.ts';
import { CHART_HEIGHT, CHART_WIDTH, FULL_SIZE } from '../chart/chart-spec.ts';
import type { Job } from '../document/types.ts';
import { MM_PER_INCH } from '../math/units.ts';
import type { PrintEnv } from '../print/env.ts';
import { planPass } from '../print/plan-pass.ts';
import { coverage } from '../raster/bitmap.ts';
import { isBitmap } from '../raster/plate.ts';
import { chartOf } from './chart-job.ts';
import { innerOf } from './chart-windows.ts';

/**
 * What the plates of a chart's job hold in each patch of one ink: the share of its pixels that print, in the order of the
 * layout; NaN for overprints. Tones of coarse screens do not come out even over a patch, and the press is not to blame.
 * @throws RangeError where the job is no chart
 */
export function* plateShares(env: PrintEnv, job: Job): Generator<number, Float64Array> {
  const spec = chartOf(job);
  if (!spec) throw new RangeError('This job is no chart.');
  const unit = (spec.twentieths / FULL_SIZE) * (job.sheet.ppi / MM_PER_INCH);
  const [left, top] = [
    ((job.sheet.width * job.sheet.ppi) / MM_PER_INCH - unit * CHART_WIDTH) / 2,
    ((job.sheet.height * job.sheet.ppi) / MM_PER_INCH - unit * CHART_HEIGHT) / 2,
  ];
  const { tones } = chartLayout(spec.inks);
  const shares = new Float64Array(tones.length).fill(Number.NaN);
  for (let ink = 0; ink < spec.inks; ink++) {
    const plan = planPass(env, job, job.passes[ink]!, { piecemeal: true });
    try {
      for (const share of plan.begin()) yield (ink + 0.5 * share) / spec.inks;
      for (const [k, patch] of tones.entries()) {
        if (patch.inks !== 1 << ink) continue;
        const inner = innerOf(patch);
        const [x0, x1] = [left + unit * inner.left, left + unit * inner.right].map(Math.round) as [number, number];
        const [y0, y1] = [top + unit * inner.top, top + unit * inner.bottom].map(Math.round) as [number, number];
        // Areas begin on a whole byte; what stands left of the window is counted off.
        const from = 8 * Math.floor(x0 / 8);
        const read = (x: number, width: number) => {
          if (width === 0) return 0;
          const plate = plan.plate.read({ x, y: y0, width, height: y1 - y0, step: 1 });
          return isBitmap(plate) ? coverage(plate) * width * (y1 - y0) : 0;
        };
        shares[k] = (read(from, x1 - from) - read(from, x0 - from)) / ((x1 - x0) * (y1 - y0));
        yield (ink + 0.5 + (0.5 * k) / tones.length) / spec.inks;
      }
    } finally {
      plan.release();
    }
  }
  return shares;
}
