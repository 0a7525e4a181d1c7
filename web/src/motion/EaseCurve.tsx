import type { CurvePoint } from '@chromatype/core';
import { useState } from 'react';
import { CurvePlot } from '../bench/chain/tone/CurvePlot.tsx';
import { removePoint } from '../bench/chain/tone/curve-points.ts';
import { Button } from '../ui/Button.tsx';

interface Props {
  readonly curve: readonly CurvePoint[];
  onChange(curve: readonly CurvePoint[]): void;
}

/** An own way from one key to the next: time runs to the right, and the value upwards. */
export function EaseCurve({ curve, onChange }: Props) {
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, curve.length - 1);
  return (
    <div className="grid gap-1">
      <div
        role="group"
        aria-label="Own curve from this key to the next"
        className="h-[110px] border border-hairline p-2"
      >
        <CurvePlot points={curve} chosen={at} choose={setChosen} change={onChange} />
      </div>
      <Button
        disabled={curve.length < 3}
        title="Takes the chosen point of the curve away"
        onClick={() => onChange(removePoint(curve, at))}
      >
        Take the point out
      </Button>
    </div>
  );
}
