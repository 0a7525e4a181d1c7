import { useEffect, useRef } from 'react';
import { latestOnly } from '../engine/latest.ts';
import type { Sample } from '../engine/samples.ts';

interface Props {
  /** Asks the engine for the sample; null leaves the canvas as it is. */
  readonly make: (() => Promise<Sample | null>) | null;
  /** The sample is made anew when this changes. */
  readonly watch: string;
  readonly label: string;
  readonly className?: string;
  /** Display size in CSS pixels, when it is to differ from the sample's own. */
  readonly style?: React.CSSProperties;
}

/** A picture drawn by the engine with current settings. */
export function SampleCanvas({ make, watch, label, className, style }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const latest = useRef<((make: () => Promise<Sample | null>) => void) | null>(null);
  latest.current ??= latestOnly(async (work: () => Promise<Sample | null>) => {
    const sample = await work();
    if (!sample || !canvas.current) return;
    const { width, height, rgba } = sample;
    canvas.current.width = width;
    canvas.current.height = height;
    canvas.current.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
    canvas.current.dataset.drawn = 'yes';
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: `watch` says what the sample depends on
  useEffect(() => {
    if (make) latest.current!(make);
  }, [watch, make === null]);
  return <canvas ref={canvas} role="img" aria-label={label} className={className} style={style} width={1} height={1} />;
}
