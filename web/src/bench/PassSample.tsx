import { fillOf, type Job, type Pass, screenPrints } from '@chromatype/core';
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

/** A light midtone through a pass's screen, in its ink; of artwork, what it shows. */
export function PassSample({ job, pass, width, height, largestCell, className = 'block h-full w-full' }: Props) {
  const fill = fillOf(pass);
  const { artwork } = screenPrints(fill.screen);
  const shows = artwork ? [fill.feed, fill.tone, job.pictures] : null;
  return (
    <SampleCanvas
      label={artwork ? `The artwork of ${pass.name}` : `The screen of ${pass.name} in its ink`}
      watch={JSON.stringify([fill.screen, pass.ink, job.sheet, width, height, shows])}
      make={(draft) => {
        const asked = {
          job,
          pass,
          width: Math.round(width * devicePixelRatio),
          height: Math.round(height * devicePixelRatio),
          tone: TONE,
          largestCell: largestCell * devicePixelRatio,
          draft,
        };
        return artwork ? enginePool().sampler.artwork(asked) : enginePool().sampler.screen(asked);
      }}
      className={className}
    />
  );
}
