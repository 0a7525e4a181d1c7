import { fillOf, type Job, type Pass } from '@chromatype/core';
import { enginePool } from '../../../../engine/pool.ts';
import { SampleCanvas } from '../../../../ui/SampleCanvas.tsx';
import { type Cell, sampleTone, withCell } from './cell.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly cell: Cell;
  /** Side in CSS pixels. */
  readonly side: number;
  /** Waits for the end of a drag, and a moment longer. */
  readonly patient?: boolean;
  readonly className?: string;
}

/** The width of a cell in a sample, as a share of its side. */
const CELL = 0.28;

/** Some cells as the pass would print them, large enough to tell their shape, drawn by the engine. */
export function CellSample({ job, pass, cell, side, patient = false, className = '' }: Props) {
  const tone = sampleTone(pass);
  const pixels = Math.round(side * devicePixelRatio);
  const pitch = pixels * CELL;
  const taken = withCell(job, pass, cell);
  return (
    <SampleCanvas
      label={`${cell.label}, as this pass would print it, enlarged`}
      patient={patient}
      whenSeen
      watch={JSON.stringify([cell.name, fillOf(taken.pass).screen, tone, pitch, pass.ink, job.sheet.stock])}
      make={() =>
        enginePool().sampler.screen({
          ...taken,
          width: pixels,
          height: pixels,
          tone,
          largestCell: pitch,
          pitch,
          draft: true,
        })
      }
      className={`block border border-ink ${className}`}
      style={{ width: side, height: side }}
    />
  );
}
