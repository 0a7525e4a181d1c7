import { type Bend, readyBends, type TrimmedSheet } from '@chromatype/core';
import { memo } from 'react';
import { sameBy } from '../../../ui/same-by.ts';
import { THUMB } from '../Station.tsx';

interface Props {
  readonly bends: readonly Bend[];
  readonly sheet: TrimmedSheet;
}

/** Lines across the shorter side of the sheet, and points of each line. */
const LINES = 7;
const POINTS = 24;

/** A lattice of a few lines over a sheet, as bends move it: a path in mm. */
function bentGrid(bends: readonly Bend[], { width, height }: TrimmedSheet): string {
  // One pixel to a millimetre is enough for a picture of this size.
  const { lattice } = readyBends(bends, { width, height, ppi: 25.4, bleed: 0 });
  const apart = Math.min(width, height) / LINES;
  const at = { x: 0, y: 0 };
  const line = (from: readonly [number, number], to: readonly [number, number]): string => {
    const points = lattice ? POINTS : 1;
    let path = '';
    for (let k = 0; k <= points; k++) {
      at.x = from[0] + ((to[0] - from[0]) * k) / points;
      at.y = from[1] + ((to[1] - from[1]) * k) / points;
      lattice?.forth(at.x, at.y, at);
      path += `${k === 0 ? 'M' : 'L'}${at.x.toFixed(2)} ${at.y.toFixed(2)}`;
    }
    return path;
  };
  const lines: string[] = [];
  for (let x = apart / 2; x < width; x += apart) lines.push(line([x, 0], [x, height]));
  for (let y = apart / 2; y < height; y += apart) lines.push(line([0, y], [width, y]));
  return lines.join('');
}

/** The lattice of the sheet, small, as the bends of a fill move it. */
function BendThumbPart({ bends, sheet }: Props) {
  return (
    <svg
      viewBox={`0 0 ${sheet.width} ${sheet.height}`}
      className={`${THUMB} text-muted`}
      preserveAspectRatio="xMidYMid slice"
      role="img"
      aria-label="The lattice as it is bent"
    >
      <path d={bentGrid(bends, sheet)} stroke="currentColor" fill="none" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

export const BendThumb = memo(
  BendThumbPart,
  sameBy(({ bends, sheet }) => [bends, sheet.width, sheet.height]),
);
