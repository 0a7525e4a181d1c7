import { FAMILIES, familyOf, SHARED_PARAMS } from '../screen/families/index.ts';
import type { NumberParam, Param } from '../settings/params.ts';
import { TONE_PARAMS } from '../tone/params.ts';
import { FEED_PARTS, type FeedPart, type Pass } from './types.ts';

/** A setting that test strips can vary: which values it takes, and how a pass gets one. */
export interface StripSetting {
  /** Station and name, as jobs keep it: `tone.middle`. */
  readonly name: string;
  readonly station: 'Picture' | 'Tone' | 'Screen' | 'Ink';
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

type Own = Pick<StripSetting, 'name' | 'station' | 'get' | 'set'>;

/** A setting from an entry of a table; null for what strips cannot vary. */
function ofParam(param: Param, own: Own): StripSetting | null {
  const { label, about } = param;
  if (param.kind === 'number') {
    const { min, max, unit, whole = false } = param;
    const byRatio = min > 0 && max / min >= 5;
    return { ...own, label, about, values: { min, max, unit, whole, byRatio } };
  }
  if (param.kind === 'choice') {
    return { ...own, label, about, values: param.options.map((o) => ({ value: o.name, label: o.label })) };
  }
  if (param.kind === 'flag') {
    const values = [
      { value: false, label: 'off' },
      { value: true, label: 'on' },
    ];
    return { ...own, label, about, values };
  }
  return null;
}

type Value = number | string | boolean;
type Group = Readonly<Record<string, Value>>;

const toneSettings = Object.entries(TONE_PARAMS).map(([name, param]) =>
  ofParam(param, {
    name: `tone.${name}`,
    station: 'Tone',
    get: (pass) => (pass.tone as unknown as Group)[name]!,
    set: (pass, value) => ({ ...pass, tone: { ...pass.tone, [name]: value } }),
  }),
);

const sharedSettings = Object.entries(SHARED_PARAMS).map(([name, param]) =>
  ofParam(param, {
    name: `screen.${name}`,
    station: 'Screen',
    get: (pass) => (pass.screen as unknown as Group)[name]!,
    set: (pass, value) => ({ ...pass, screen: { ...pass.screen, [name]: value } }),
  }),
);

const familySettings = FAMILIES.flatMap((family) =>
  Object.entries(family.params).map(([name, param]) => {
    const setting = ofParam(param, {
      name: `${family.name}.${name}`,
      station: 'Screen',
      get: (pass) => (pass.screen[family.name] as unknown as Group)[name]!,
      set: (pass, value) => ({
        ...pass,
        screen: { ...pass.screen, [family.name]: { ...pass.screen[family.name], [name]: value } },
      }),
    });
    return setting && { setting, family: family.name, param };
  }),
).filter((s) => s !== null);

const own: readonly StripSetting[] = [
  {
    name: 'screen.frequency',
    station: 'Screen',
    label: 'Frequency',
    about: 'Rows of cells per unit of length.',
    values: { min: 1, max: 400, unit: 'frequency', whole: false, byRatio: true },
    get: (pass) => pass.screen.frequency.value,
    set: (pass, value) => ({
      ...pass,
      screen: { ...pass.screen, frequency: { ...pass.screen.frequency, value: value as number } },
    }),
  },
  {
    name: 'screen.family',
    station: 'Screen',
    label: 'Family',
    about: 'Dots, lines, grain or a tile.',
    values: FAMILIES.map((f) => ({ value: f.name, label: f.label })),
    get: (pass) => pass.screen.family,
    set: (pass, value) => ({ ...pass, screen: { ...pass.screen, family: value as Pass['screen']['family'] } }),
  },
  {
    name: 'feed.part',
    station: 'Picture',
    label: 'Part of the picture',
    about: 'Which part of the picture the pass takes.',
    values: FEED_PARTS.map((part) => ({ value: part, label: part })),
    get: (pass) => pass.feed.part,
    set: (pass, value) => ({ ...pass, feed: { ...pass.feed, part: value as FeedPart } }),
  },
  {
    name: 'feed.turn',
    station: 'Picture',
    label: 'Turn of the picture',
    about: 'Degrees counter-clockwise.',
    values: { min: -360, max: 360, unit: '°', whole: false, byRatio: false },
    get: (pass) => pass.feed.turn,
    set: (pass, value) => ({ ...pass, feed: { ...pass.feed, turn: value as number } }),
  },
  {
    name: 'ink.strength',
    station: 'Ink',
    label: 'Opacity',
    about: 'How strongly the ink colours what lies under it.',
    values: { min: 0, max: 1, unit: '%', whole: false, byRatio: false },
    get: (pass) => pass.ink.strength,
    set: (pass, value) => ({ ...pass, ink: { ...pass.ink, strength: value as number } }),
  },
];

const present = (list: readonly (StripSetting | null)[]): StripSetting[] => list.filter((s) => s !== null);

/** Every setting of a pass that strips can vary, the most used first; of families only the pass's own. */
export function stripSettings(pass: Pass): StripSetting[] {
  const { family } = pass.screen;
  const settings = pass.screen[family] as unknown as Group;
  const cells = familyOf(family).cells;
  const ofFamily = familySettings
    .filter((s) => s.family === family && (s.param.when?.(settings) ?? true))
    .map((s) => s.setting)
    .sort((a, b) => Number(b.name === `${family}.${cells}`) - Number(a.name === `${family}.${cells}`));
  const of = (station: StripSetting['station']) => own.filter((s) => s.station === station);
  return [
    ...of('Screen'),
    ...ofFamily,
    ...present(sharedSettings),
    ...present(toneSettings),
    ...of('Picture'),
    ...of('Ink'),
  ];
}

/** A setting by its name, whatever the pass's family; null when there is none. */
export const stripSetting = (name: string): StripSetting | null =>
  [...own, ...present(sharedSettings), ...present(toneSettings), ...familySettings.map((s) => s.setting)].find(
    (s) => s.name === name,
  ) ?? null;

/** Values from one to another, both included, in equal differences or equal ratios; whole ones without doubles. */
export function stepsBetween(from: number, to: number, count: number, byRatio: boolean, whole = false): number[] {
  const n = Math.max(1, count);
  const ratio = byRatio && from > 0 && to > 0;
  const values = Array.from({ length: n }, (_, k) => {
    const t = n === 1 ? 0 : k / (n - 1);
    const value = ratio ? from * (to / from) ** t : from + (to - from) * t;
    return whole ? Math.round(value) : Number(value.toPrecision(4));
  });
  return values.filter((v, k) => k === 0 || v !== values[k - 1]);
}
