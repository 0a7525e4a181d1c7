import { type Bend, bendSheet, type Fold, foldsOf, type Job } from '@chromatype/core';
import { useEffect, useState } from 'react';
import type { View } from '../../engine/view.ts';

interface Props {
  readonly job: Job;
  readonly bend: Bend;
  readonly view: View;
}

/** Milliseconds after the last move at which folds are looked for. */
const RESTS = 150;

/** Where a bend lays the sheet over itself, hatched on the sheet. */
export function FoldsShown({ job: { sheet }, bend, view }: Props) {
  const [folds, setFolds] = useState<readonly Fold[]>([]);
  // What the hand drags comes first; folds follow when it rests.
  useEffect(() => {
    const timer = setTimeout(() => setFolds(foldsOf(bend, bendSheet(sheet))), RESTS);
    return () => clearTimeout(timer);
  }, [bend, sheet]);
  if (folds.length === 0) return null;
  const css = 1 / devicePixelRatio;
  const point = (v: number, origin: number) => (v * view.scale - origin) * css;
  const path = folds
    .map((fold) => {
      const corners = [0, 2, 4, 6].map((k) => `${point(fold[k]!, view.originX)} ${point(fold[k + 1]!, view.originY)}`);
      return `M${corners.join('L')}Z`;
    })
    .join('');
  return (
    <svg
      className="pointer-events-none absolute inset-0 h-full w-full"
      role="img"
      aria-label="Where the bend folds over"
      data-testid="folds"
      data-count={folds.length}
    >
      <defs>
        <pattern id="fold-hatch" width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={3} height={6} className="fill-hot" />
        </pattern>
      </defs>
      <path d={path} fill="url(#fold-hatch)" fillOpacity={0.75} />
    </svg>
  );
}
