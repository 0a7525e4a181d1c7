import svgpath from 'svgpath';
import type { Drawn } from './drawn.ts';

/** One step of an outline: move, line, cubic curve or close, with absolute coordinates. */
export type Segment = readonly ['M' | 'L' | 'C' | 'Z', ...number[]];

const known = new Map<string, readonly Segment[]>();

/** The steps of a path; quadratic curves become cubic ones. */
function segmentsOf(path: string): readonly Segment[] {
  const before = known.get(path);
  if (before) return before;
  const out: Segment[] = [];
  svgpath(path)
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const [letter, ...n] = segment as unknown as [string, ...number[]];
      const [a, b, c, d] = n as [number, number, number, number];
      if (letter === 'M' || letter === 'L' || letter === 'C') out.push([letter, ...n]);
      else if (letter === 'H') out.push(['L', a, y]);
      else if (letter === 'V') out.push(['L', x, a]);
      else if (letter === 'Q') {
        out.push([
          'C',
          x + (2 / 3) * (a - x),
          y + (2 / 3) * (b - y),
          c + (2 / 3) * (a - c),
          d + (2 / 3) * (b - d),
          c,
          d,
        ]);
      } else out.push(['Z']);
    });
  if (known.size > 500) known.clear();
  known.set(path, out);
  return out;
}

/** Calls back with the steps of a drawn outline, each place taken through `place`. */
export function eachSegment(
  drawn: Drawn,
  placeX: (px: number) => number,
  placeY: (px: number) => number,
  tell: (letter: Segment[0], numbers: readonly number[]) => void,
): void {
  if (drawn.curves) {
    const { path, matrix } = drawn.curves;
    const [a, b, c, d, e, f] = matrix;
    for (const [letter, ...n] of segmentsOf(path)) {
      const numbers: number[] = [];
      for (let k = 0; k < n.length; k += 2) {
        numbers.push(placeX(a * n[k]! + c * n[k + 1]! + e), placeY(b * n[k]! + d * n[k + 1]! + f));
      }
      tell(letter, numbers);
    }
    return;
  }
  for (const p of drawn.outline()) {
    for (let k = 0; k < p.length; k += 2) tell(k === 0 ? 'M' : 'L', [placeX(p[k]!), placeY(p[k + 1]!)]);
    tell('Z', []);
  }
}
