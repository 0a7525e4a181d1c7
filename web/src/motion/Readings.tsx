import type { Job } from '@chromatype/core';
import { useMotion } from './motion-store.ts';
import { useMeasures } from './use-measures.ts';

/** A share of one as it is told: small ones with a decimal. */
const percent = (share: number): string => {
  const value = 100 * share;
  return value === 0 ? '0 %' : value < 0.1 ? 'less than 0.1 %' : `${value.toFixed(value < 10 ? 1 : 0)} %`;
};

/** What was measured of the clip: whether its loop closes, and how much of what stands still flickers. */
export function MotionReadings({ job }: { readonly job: Job }) {
  const playing = useMotion((s) => s.playing);
  const measured = useMeasures(job, playing);
  const { loop, hold } = job.motion.settings;
  return (
    <section aria-label="Measured" className="grid gap-1" data-testid="measured" data-known={measured !== null}>
      <h2 className="border-t border-hairline pt-2 text-[14px]">Measured</h2>
      {!measured && <p className="text-muted">Measuring …</p>}
      {measured && loop && (
        <p data-testid="seam" data-share={measured.seam}>
          {measured.seam === 0
            ? 'The loop closes: the frame after the last is the first.'
            : `The loop jumps: ${percent(measured.seam)} of the plates’ pixels change where it begins again. Close it with Loop … beside a track.`}
        </p>
      )}
      {measured && measured.flicker !== null && (
        <p data-testid="flicker" data-share={measured.flicker}>
          {hold
            ? 'Still parts are held: none of their dots change.'
            : `${percent(measured.flicker)} of the dots in still parts change from drawing to drawing. Hold still parts to calm them.`}
        </p>
      )}
    </section>
  );
}
