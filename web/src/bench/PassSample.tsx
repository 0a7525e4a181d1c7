import { fillOf, type Job, type Pass } from '@chromatype/core';
import { enginePool } from '../engine/pool.ts';
import { SampleCanvas } from '../ui/SampleCanvas.tsx';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  /** Size in CSS pixels. */
  readonly width: number;
  readonly height: number;
  /** Larger cells are reduced to this many CSS pixels. */
  readonly largestCell: number;
  readonly className?: string;
}

const TONE = 0.4;

/** A light midtone through a pass's screen, in its ink. */
export function PassSample({ job, pass, width, height, largestCell, className = 'block h-full w-full' }: Props) {
  return (
    <SampleCanvas
      label={`The screen of ${pass.name} in its ink`}
      watch={JSON.stringify([fillOf(pass).screen, pass.ink, job.sheet, width, height])}
      make={(draft) =>
        enginePool().sampler.screen({
          job,
          pass,
          width: Math.round(width * devicePixelRatio),
          height: Math.round(height * devicePixelRatio),
          tone: TONE,
          largestCell: largestCell * devicePixelRatio,
          draft,
        })
      }
      className={className}
    />
  );
}
