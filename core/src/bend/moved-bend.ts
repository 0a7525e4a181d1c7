import type { Param } from '../settings/params.ts';
import type { Bend } from './bends.ts';
import type { TrimmedSheet, Vector } from './kind.ts';
import { bendKind } from './kinds/index.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

/** A setting whose place on the sheet is moved. */
function movedValue(name: string, param: Param, value: unknown, { x, y }: Vector): unknown {
  if (param.kind === 'points' && param.on === 'sheet') {
    return (value as readonly number[]).map((v, k) => tidy(v + (k % 2 === 0 ? x : y)));
  }
  if (param.kind === 'strokes' && param.on === 'sheet') {
    return (value as readonly { readonly points: readonly number[] }[]).map((stroke) => ({
      ...stroke,
      points: stroke.points.map((v, k) => (k % 3 === 2 ? v : tidy(v + (k % 3 === 0 ? x : y)))),
    }));
  }
  if (param.kind !== 'number' || param.unit !== 'mm') return value;
  return name === 'x' ? tidy((value as number) + x) : name === 'y' ? tidy((value as number) + y) : value;
}

/** A bend that does to the art what it did, where the art lies so many mm further on a larger sheet. */
export function movedBend(bend: Bend, by: Vector, from: TrimmedSheet, to: TrimmedSheet): Bend {
  const { params, moved } = bendKind(bend.kind);
  const places = Object.entries<Param>(params).map(([name, param]) => [
    name,
    movedValue(name, param, bend.settings[name], by),
  ]);
  return { ...bend, settings: { ...Object.fromEntries(places), ...moved(bend.settings, by, from, to) } };
}
