import { type Tone, toneCurve } from '@chromatype/core';
import { THUMB } from '../Station.tsx';
import { classesOf } from './use-counts.ts';

/** The whole tone curve over the picture's tones, small. */
export function CurveThumb({ tone, counts }: { readonly tone: Tone; readonly counts: readonly number[] }) {
  const classes = counts.length > 0 ? classesOf(counts, 64) : [];
  const most = Math.max(1, ...classes);
  const curveAt = toneCurve(tone);
  const curve = Array.from({ length: 57 }, (_, k) => `${k},${72 - curveAt(k / 56) * 72}`).join(' ');
  return (
    <svg
      viewBox="0 0 56 72"
      className={`${THUMB} bg-white`}
      role="img"
      aria-label="Tone curve over the picture's tones, light to dark"
      preserveAspectRatio="none"
      height={84}
    >
      {classes.map((n, k) => (
        <rect
          key={k}
          x={(k * 56) / classes.length}
          width={56 / classes.length + 0.1}
          y={72 - 60 * Math.sqrt(n / most)}
          height={60 * Math.sqrt(n / most)}
          fill="#cfc7b6"
        />
      ))}
      <polyline points={curve} fill="none" stroke="#f0502e" strokeWidth={1.4} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
