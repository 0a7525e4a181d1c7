import { cosine, sine } from '../../math/exact.ts';
import type { Site } from './kind.ts';

const CORNERS = 12;
/** Corners of a polygon of area 1 about 0. */
const ROUND = Array.from({ length: CORNERS }, (_, k) => {
  const radius = Math.sqrt(2 / (CORNERS * sine((2 * Math.PI) / CORNERS)));
  const angle = (2 * Math.PI * k) / CORNERS;
  return [radius * cosine(angle), radius * sine(angle)] as const;
});

/** How far the corners of a round cell lie from its site, in pitches. */
export const ROUND_REACH = Math.sqrt(ROUND[0]![0] * ROUND[0]![0] + ROUND[0]![1] * ROUND[0]![1]) + 1e-9;

/** A site that has pitch² to itself, in a round cell about it. */
export const roundSite = (row: number, column: number, x: number, y: number, pitch: number): Site => ({
  row,
  column,
  copy: 0,
  x,
  y,
  area: pitch * pitch,
  wide: pitch,
  high: pitch,
  turn: 0,
  flipped: false,
  cell: ROUND.flatMap(([u, v]) => [x + u * pitch, y + v * pitch]),
});
