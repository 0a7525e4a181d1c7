import { power } from '../math/exact.ts';
import type { NumberParam, Param } from '../settings/params.ts';
import { familyOf } from '../screen/families/index.ts';
import { fillOf } from './fills.ts';
import { PASS_SETTINGS, type PassSetting } from './registry.ts';
import type { Pass } from './types.ts';

/** A setting that test strips can vary: which values it takes, and how a pass gets one. */
export interface StripSetting {
  /** Station and name, as jobs keep it: `tone.middle`. */
  readonly name: string;
  readonly station: PassSetting['station'];
  readonly label: string;
  readonly about: string;
  /** Numbers run from one value to another; of options some are chosen. */
  readonly values: NumberRange | readonly { readonly value: string | boolean; readonly label: string }[];
  get(pass: Pass): number | string | boolean;
  set(pass: Pass, value: number | string | boolean): Pass;
}

export interface NumberRange {
  readonly min: number;
  readonly max: number;
  readonly unit: NumberParam['unit'] | 'frequency';
  readonly whole: boolean;
  /** Whether equal ratios make better steps than equal differences. */
  readonly byRatio: boolean;
}

export const isRange = (values: StripSetting['values']): values is NumberRange => !Array.isArray(values);

type Values = StripSetting['values'];

/** Range of frequencies that strips offer: what presses and screens use. */
const USUAL_FREQUENCIES = { min: 1, max: 400 };

/** The values that strips can give a setting; null for what they cannot vary. */
function valuesOf(param: Param): Values | null {
  switch (param.kind) {
    case 'number': {
      const { unit, whole = false } = param;
      const { min, max } = unit === 'frequency' ? USUAL_FREQUENCIES : param;
      return { min, max, unit, whole, byRatio: min > 0 && max / min >= 5 };
    }
    case 'choice':
      return param.options.map((o) => ({ value: o.name, label: o.label }));
    case 'flag':
      return [
        { value: false, label: 'off' },
        { value: true, label: 'on' },
      ];
    default:
      return null;
  }
}

/** Settings whose change strips do not show: where the picture lies, and how the ink comes off the press. */
const HIDDEN = ['feed.fit', 'feed.x', 'feed.y', 'feed.width', 'screen.per'];
const isStripped = ({ path }: PassSetting): boolean => !HIDDEN.includes(path) && !path.startsWith('press.');

function stripOf({ path, station, param, get, set }: PassSetting): StripSetting | null {
  const values = valuesOf(param);
  if (!values) return null;
  const { label, about } = param;
  return {
    name: path,
    station,
    label,
    about,
    values,
    get: (pass) => get(pass) as number | string | boolean,
    set: (pass, value) => set(pass, value),
  };
}

const STRIPPED = PASS_SETTINGS.filter(isStripped).flatMap((entry) => {
  const setting = stripOf(entry);
  return setting ? [{ setting, entry }] : [];
});

/** Stations in the order in which their settings are offered: what is varied most comes first. */
const ORDER: readonly StripSetting['station'][] = ['Screen', 'Tone', 'Bend', 'Picture', 'Ink'];
const groupOf = (path: string): string => path.slice(0, path.lastIndexOf('.'));

/** Every setting of a pass that strips can vary, the most used first; of families only the pass's own. */
export function stripSettings(pass: Pass): StripSetting[] {
  const { screen } = fillOf(pass);
  const { name, cells } = familyOf(screen.family);
  /** Frequency and family, then what the family is made of, then the rest. */
  const rank = ({ path }: PassSetting): number =>
    path === 'screen.family'
      ? 1
      : path === 'screen.frequency'
        ? 0
        : path === `${name}.${cells}`
          ? 2
          : groupOf(path) === name
            ? 3
            : 4;
  const shown = STRIPPED.filter(({ entry }) => {
    if (entry.get(pass) === undefined) return false;
    const group = groupOf(entry.path);
    if (entry.station === 'Screen' && group !== 'screen' && group !== name) return false;
    return group !== name || (entry.param.when?.(screen[screen.family] as never) ?? true);
  });
  return ORDER.flatMap((station) =>
    shown
      .filter(({ entry }) => entry.station === station)
      .sort((a, b) => rank(a.entry) - rank(b.entry))
      .map(({ setting }) => setting),
  );
}

/** A setting by its path, whatever the family of the pass; null when there is none. */
export const stripSetting = (path: string): StripSetting | null =>
  STRIPPED.find(({ entry }) => entry.path === path)?.setting ?? null;

/** Values from one to another, both included, in equal differences or equal ratios; whole ones without doubles. */
export function stepsBetween(from: number, to: number, count: number, byRatio: boolean, whole = false): number[] {
  const n = Math.max(1, count);
  const ratio = byRatio && from > 0 && to > 0;
  const values = Array.from({ length: n }, (_, k) => {
    const t = n === 1 ? 0 : k / (n - 1);
    const value = ratio ? from * power(to / from, t) : from + (to - from) * t;
    return whole ? Math.round(value) : Number(value.toPrecision(4));
  });
  return values.filter((v, k) => k === 0 || v !== values[k - 1]);
}
