import type { RegisterDot } from '../chart/chart-layout.ts';
import { CHART_HEIGHT, CHART_WIDTH } from '../chart/chart-spec.ts';
import { leastSquares } from './homography.ts';

/** Where an ink lands against the key ink, as the press settings of inks have it. */
export interface Landing {
  /** mm to the right and down, in the middle of the chart. */
  readonly shiftX: number;
  readonly shiftY: number;
  /** Degrees counter-clockwise. */
  readonly turn: number;
  /** How much longer the print is across, in thousandths. */
  readonly stretch: number;
  /** How far it lands off a place of the chart, all in units of the chart. */
  at(x: number, y: number): readonly [number, number];
}

/** How far a register dot lies off its place, in units of the chart. */
export interface DotOff {
  readonly dot: RegisterDot;
  readonly x: number;
  readonly y: number;
}

/** Dots at fewer places than this tell a shift alone. */
const FEW = 4;

/** Shift, turn and stretch that explain where the dots of an ink lie, by least squares; null where none was found. */
export function landingOf(dots: readonly DotOff[], unit: number): Landing | null {
  if (dots.length === 0) return null;
  const [cx, cy] = [CHART_WIDTH / 2, CHART_HEIGHT / 2];
  const whole = dots.length >= FEW;
  // Unknowns: shift right, shift down, turn in radians, stretch as a share.
  const rows = dots.flatMap(({ dot }) => {
    const [u, v] = [dot.x - cx, dot.y - cy];
    return whole
      ? [
          [1, 0, v, u],
          [0, 1, -u, 0],
        ]
      : [
          [1, 0],
          [0, 1],
        ];
  });
  const solved = leastSquares(
    rows,
    dots.flatMap(({ x, y }) => [x, y]),
  );
  if (!solved) return null;
  const [sx = 0, sy = 0, turn = 0, stretch = 0] = solved;
  const at = (x: number, y: number): [number, number] => [
    sx + turn * (y - cy) + stretch * (x - cx),
    sy - turn * (x - cx),
  ];
  return {
    shiftX: unit * sx,
    shiftY: unit * sy,
    turn: (turn * 180) / Math.PI,
    stretch: 1000 * stretch,
    at,
  };
}
