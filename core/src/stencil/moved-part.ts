import { partKindOf } from './parts/index.ts';
import type { StencilPart } from './stencil.ts';

/** A map of the sheet that keeps angles: lengths times `scale`, then moved by mm. */
export interface Move {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

const tidy = (v: number): number => Number(v.toFixed(4));

/** Numbers of points on the sheet: the first two of each are a place, the others lengths. */
const movedPoints = (points: readonly number[], each: number, { scale, x, y }: Move): number[] =>
  points.map((v, k) => tidy(v * scale + (k % each === 0 ? x : k % each === 1 ? y : 0)));

/** Moves and scales what a part draws on the sheet. Parts that look at pictures lie where these lie. */
export function movedPart(part: StencilPart, move: Move): StencilPart {
  const { scale } = move;
  const { params } = partKindOf(part.kind);
  const changed = Object.entries(params).map(([name, param]): [string, unknown] => {
    const value = part.settings[name];
    if (param.kind === 'points' && param.on === 'sheet') {
      return [name, movedPoints(value as readonly number[], param.each, move)];
    }
    if (param.kind === 'strokes' && param.on === 'sheet') {
      const strokes = value as readonly { readonly size: number; readonly points: readonly number[] }[];
      return [
        name,
        strokes.map((s) => ({
          ...s,
          size: tidy(s.size * scale),
          points: s.points.map((v, k) => (k % 3 === 2 ? v : tidy(v * scale + (k % 3 === 0 ? move.x : move.y)))),
        })),
      ];
    }
    if (param.kind !== 'number' || param.unit !== 'mm' || 'fit' in params) return [name, value];
    return [name, tidy((value as number) * scale + (name === 'x' ? move.x : name === 'y' ? move.y : 0))];
  });
  return { ...part, settings: Object.fromEntries(changed) };
}
