import { cosine, sine } from '../math/exact.ts';
import type { Site } from './lattices/kind.ts';
import type { MarkSettings } from './params.ts';
import type { UnitOutline } from './shape-of.ts';

function parity({ flip }: MarkSettings, { row, column }: Site): boolean {
  const odd = (n: number) => ((n % 2) + 2) % 2 === 1;
  if (flip === 'rows') return odd(row);
  if (flip === 'columns') return odd(column);
  return flip === 'both' && odd(row + column);
}

/** Cosine and sine of an angle in radians. Many marks in a row have the same turn, so the last one is kept. */
function lastTurn(): (angle: number) => readonly [number, number] {
  let last = 0;
  let its: readonly [number, number] = [1, 0];
  return (angle) => {
    if (angle !== last) [last, its] = [angle, [cosine(angle), sine(angle)]];
    return its;
  };
}

const ownTurn = lastTurn();
const cellTurn = lastTurn();

/**
 * Writes the matrix a b c d e f that takes a unit outline to its place: flipped, mirrored, `wide` and `high` times as large
 * in the directions of its cell, turned and moved to (x, y).
 */
export function writeMatrix(
  s: MarkSettings,
  site: Site,
  { box }: UnitOutline,
  wide: number,
  high: number,
  turn: number,
  x: number,
  y: number,
  out: Float64Array,
): void {
  const flipped = s.flip !== 'none' && parity(s, site);
  const mirrored = flipped && s.flipTurn === 0;
  // A mirrored mark keeps the box that it stands in.
  const fy = mirrored ? -1 : 1;
  const fd = mirrored ? box.top + box.bottom : 0;
  const mx = site.copy & 1 ? -1 : 1;
  const my = site.copy & 2 ? -1 : 1;
  // A stretched mark keeps to the directions of its cell; what turns it beside them comes first.
  const base = s.stretch ? site.turn : 0;
  const own = turn - base + (site.flipped ? Math.PI : 0) + (flipped && !mirrored ? (s.flipTurn * Math.PI) / 180 : 0);
  const [c, n] = ownTurn(own);
  const [cb, nb] = cellTurn(base);
  // Own turn of the flipped and mirrored outline.
  const [a1, b1, c1, d1] = [c * mx, -n * mx, n * my * fy, c * my * fy];
  const [e1, f1] = [n * my * fd, c * my * fd];
  // Scaled in the directions of the cell, then turned with it.
  out[0] = cb * wide * a1 + nb * high * b1;
  out[1] = -nb * wide * a1 + cb * high * b1;
  out[2] = cb * wide * c1 + nb * high * d1;
  out[3] = -nb * wide * c1 + cb * high * d1;
  out[4] = cb * wide * e1 + nb * high * f1 + x;
  out[5] = -nb * wide * e1 + cb * high * f1 + y;
}
