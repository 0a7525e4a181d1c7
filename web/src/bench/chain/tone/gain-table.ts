import { areaFromDensity, type CurvePoint } from '@chromatype/core';
import Papa from 'papaparse';

/** Numbers of a field that may carry a per cent sign and a decimal comma. */
const numberOf = (text: string): number => Number(text.trim().replace('%', '').replace(',', '.'));

/**
 * A press's measured print from .csv: two columns, tone asked for and tone printed, in per cent or 0..1;
 * with a heading that says "density" the second holds densities, of which the smallest is the paper's and
 * the largest the solid's (Murray & Davies).
 * @throws Error with a sentence when it is no such table
 */
export function readGainTable(text: string): CurvePoint[] {
  const { data } = Papa.parse<string[]>(text.trim(), {
    skipEmptyLines: true,
    delimitersToGuess: [';', '\t', ',', '|'],
  });
  const density = data.length > 0 && data[0]!.some((cell) => /densit/i.test(cell));
  const rows = data
    .map((row) => row.slice(0, 2).map(numberOf))
    .filter((row) => row.length === 2 && row.every(Number.isFinite));
  if (rows.length < 2) throw new Error('The table needs two columns of numbers: tone asked for and tone printed.');
  const asked = rows.map((r) => r[0]!);
  const scale = Math.max(...asked) > 1 ? 100 : 1;
  let printed = rows.map((r) => r[1]!);
  if (density) {
    const paper = Math.min(...printed);
    const solid = Math.max(...printed) - paper;
    if (solid <= 0) throw new Error('The densities are all the same; the table needs paper, tints and solid.');
    printed = printed.map((d) => areaFromDensity(d - paper, solid));
  } else printed = printed.map((p) => p / (Math.max(...printed) > 1 ? 100 : 1));
  const points = rows
    .map((_, k) => ({ x: asked[k]! / scale, y: printed[k]! }))
    .sort((a, b) => a.x - b.x)
    .filter((p, k, all) => k === 0 || p.x > all[k - 1]!.x);
  if (points.some((p) => p.x < 0 || p.x > 1 || p.y < 0 || p.y > 1))
    throw new Error('Tones must lie between 0 and 100 %.');
  if (points.some((p, k) => k > 0 && p.y < points[k - 1]!.y)) {
    throw new Error('A darker tone printed lighter than the one before it; the table may not fall.');
  }
  if (points.length < 2) throw new Error('The table needs at least two different tones.');
  return points.slice(0, 64).map((p) => ({ x: Number(p.x.toFixed(5)), y: Number(p.y.toFixed(5)) }));
}
