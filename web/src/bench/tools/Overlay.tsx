import type { Job, Pass } from '@chromatype/core';
import { useEffect, useRef } from 'react';
import { useOpenJob } from '../../document/store.ts';
import { latestOnly } from '../../engine/latest.ts';
import type { OverviewKind } from '../../engine/overviews.ts';
import { enginePool } from '../../engine/pool.ts';
import type { View } from '../../engine/view.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly view: View;
  readonly kind: OverviewKind;
  readonly label: string;
  /** Follows at the end of a drag: what the hand changes comes first. */
  readonly patient?: boolean;
  /** CSS pixels from the left that stay uncovered, or are covered alone. */
  readonly clip?: string;
}

/** Something the engine draws over the sheet, as large as the view. */
export function Overlay({ job, pass, view, kind, label, patient = false, clip }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const draw = useRef<((job: Job, pass: Pass, view: View) => void) | null>(null);
  draw.current ??= latestOnly(async (j: Job, p: Pass, v: View) => {
    const rgba = await enginePool().sampler.overview(j, p, v, kind);
    const target = canvas.current;
    if (!target) return;
    target.width = v.width;
    target.height = v.height;
    target.getContext('2d')!.putImageData(new ImageData(rgba, v.width, v.height), 0, 0);
    target.dataset.stage = 'settled';
  });
  const waits = useOpenJob((s) => patient && s.dragging);
  useEffect(() => {
    if (waits) return;
    if (canvas.current) canvas.current.dataset.stage = 'working';
    draw.current!(job, pass, view);
  }, [job, pass, view, waits]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      data-testid={`overlay-${kind}`}
      className="pointer-events-none absolute top-0 left-0"
      style={{ width: view.width / devicePixelRatio, height: view.height / devicePixelRatio, clipPath: clip }}
    />
  );
}
