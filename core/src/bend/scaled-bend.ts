import type { Param } from '../settings/params.ts';
import { scaledSettings } from '../settings/scaled-settings.ts';
import type { Bend } from './bends.ts';
import { bendKind } from './kinds/index.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

/** Points and strokes of a sheet that becomes larger. */
function scaledValue(param: Param, value: unknown, by: number): unknown {
  if (param.kind === 'points' && param.on === 'sheet') return (value as readonly number[]).map((v) => tidy(v * by));
  if (param.kind !== 'strokes' || param.on !== 'sheet') return value;
  return (value as readonly { readonly size: number; readonly points: readonly number[] }[]).map((stroke) => ({
    ...stroke,
    size: tidy(stroke.size * by),
    points: stroke.points.map((v, k) => (k % 3 === 2 ? v : tidy(v * by))),
  }));
}

/** A bend that does the same on a sheet `by` times as wide and as high: its places and lengths grow with the sheet. */
export function scaledBend(bend: Bend, by: number): Bend {
  const { params } = bendKind(bend.kind);
  const lengths = scaledSettings(params, bend.settings, { mm: by, px: by });
  const drawn = Object.entries<Param>(params).map(([name, param]) => [name, scaledValue(param, lengths[name], by)]);
  return { ...bend, settings: { ...lengths, ...Object.fromEntries(drawn) } };
}
