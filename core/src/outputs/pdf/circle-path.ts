import { cosine, sine } from '../../math/exact.ts';

/** A number as PDF takes it, rounded to so many decimals. */
export const pdfNumber = (v: number, decimals = 3): string => String(Number(v.toFixed(decimals)));

/** Control points of an arc lie so far along its tangents: 4/3 · tan(turn / 4) (common practice). */
const reachOf = (turn: number): number => ((4 / 3) * sine(turn / 4)) / cosine(turn / 4);

/**
 * Operators of a circle in points (ISO 32000-1, 8.5.2), closed but not painted. Four cubic curves are at most 0.03 % of the
 * radius off, eight less than 0.001 %.
 */
export function circlePath(x: number, y: number, r: number, decimals = 3, curves: 4 | 8 = 4): string {
  const turn = (2 * Math.PI) / curves;
  const k = reachOf(turn) * r;
  const n = (...v: number[]) => v.map((one) => pdfNumber(one, decimals)).join(' ');
  const at = (t: number) => [cosine(t), sine(t)] as const;
  let text = `${n(x + r, y)} m `;
  for (let c = 0; c < curves; c++) {
    const [[ax, ay], [bx, by]] = [at(c * turn), at((c + 1) * turn)];
    text += `${n(x + r * ax - k * ay, y + r * ay + k * ax, x + r * bx + k * by, y + r * by - k * bx, x + r * bx, y + r * by)} c `;
  }
  return `${text}h `;
}

/** Operators of a closed polygon in points: x, y, x, y …, its places taken to the page by `x` and `y`. */
export function polygonPath(
  points: Float64Array,
  x: (v: number) => number,
  y: (v: number) => number,
  decimals = 3,
): string {
  let text = '';
  for (let k = 0; k < points.length; k += 2)
    text += `${pdfNumber(x(points[k]!), decimals)} ${pdfNumber(y(points[k + 1]!), decimals)} ${k === 0 ? 'm' : 'l'} `;
  return `${text}h `;
}
