import {
  isRange,
  type Job,
  MOST_STRIPS,
  type Pass,
  type StripAxis,
  type StripSetting,
  type StripSheet,
  stepsBetween,
  stripSetting,
  stripSettings,
  fillOf,
} from '@chromatype/core';
import { showNumber } from '../ui/number-text.ts';
import { formatOf } from '../ui/param-format.ts';
import { FREQUENCY_UNITS } from './frequency-units.ts';

/** How one axis is being set up: a range of numbers, or some of the options. */
export interface AxisDraft {
  readonly setting: string;
  readonly from: number;
  readonly to: number;
  readonly count: number;
  readonly byRatio: boolean;
  readonly chosen: readonly (string | boolean)[];
}

const NORMAL_COUNT = 5;

/** A first idea for varying a setting of a pass: round about its value. */
export function draftOf(setting: StripSetting, pass: Pass): AxisDraft {
  const now = setting.get(pass);
  const { values } = setting;
  if (!isRange(values)) {
    const rest = values.filter((v) => v.value !== now).map((v) => v.value);
    return {
      setting: setting.name,
      from: 0,
      to: 0,
      count: NORMAL_COUNT,
      byRatio: false,
      chosen: [now as string | boolean, ...rest].slice(0, 4),
    };
  }
  const at = now as number;
  const tidy = (v: number) => Number(Math.min(values.max, Math.max(values.min, v)).toPrecision(3));
  const span = values.byRatio
    ? 0
    : Math.min(values.max - values.min, Math.max(0.25 * (values.max - values.min), Math.abs(at)));
  let from = values.byRatio ? tidy(at / 1.8) : tidy(at - span / 2);
  let to = values.byRatio ? tidy(at * 1.8) : tidy(at + span / 2);
  if (values.whole) [from, to] = [Math.round(from), Math.round(to)];
  return { setting: setting.name, from, to, count: NORMAL_COUNT, byRatio: values.byRatio, chosen: [] };
}

/** An axis as jobs keep it. */
export function axisOf(draft: AxisDraft): StripAxis | null {
  const setting = stripSetting(draft.setting);
  if (!setting) return null;
  const { values } = setting;
  if (!isRange(values)) {
    const known = draft.chosen.filter((c) => values.some((v) => v.value === c)).slice(0, MOST_STRIPS);
    return known.length > 0 ? { setting: draft.setting, values: known } : null;
  }
  const clamp = (v: number) => Math.min(values.max, Math.max(values.min, v));
  const steps = stepsBetween(
    clamp(draft.from),
    clamp(draft.to),
    Math.min(MOST_STRIPS, draft.count),
    draft.byRatio,
    values.whole,
  );
  return { setting: draft.setting, values: steps };
}

/** A kept axis back as a draft. */
export function draftFrom(axis: StripAxis): AxisDraft {
  const numbers = axis.values.filter((v) => typeof v === 'number');
  const setting = stripSetting(axis.setting);
  const range = setting && isRange(setting.values);
  const [a, b, c] = numbers as number[];
  const byRatio =
    numbers.length > 2 &&
    a! > 0 &&
    Math.abs(b! / a! - c! / b!) < 0.02 * (b! / a!) &&
    Math.abs(c! - 2 * b! + a!) > 1e-3 * b!;
  return {
    setting: axis.setting,
    from: numbers[0] ?? 0,
    to: numbers.at(-1) ?? 0,
    count: range ? axis.values.length : NORMAL_COUNT,
    byRatio,
    chosen: axis.values.filter((v) => typeof v !== 'number'),
  };
}

/** One strip: the job with a pass's settings changed. */
export interface Strip {
  readonly column: number;
  readonly row: number;
  readonly job: Job;
  readonly pass: Pass;
}

/** The job of one strip of a sheet. */
export function stripOf(job: Job, sheet: StripSheet, column: number, row: number): Strip | null {
  const base = job.passes.find((p) => p.id === sheet.pass);
  if (!base) return null;
  const apply = (pass: Pass, axis: StripAxis, k: number) =>
    stripSetting(axis.setting)?.set(pass, axis.values[k]!) ?? pass;
  let pass = apply({ ...base, on: true }, sheet.across, column);
  if (sheet.down) pass = apply(pass, sheet.down, row);
  return { column, row, pass, job: { ...job, passes: job.passes.map((p) => (p.id === base.id ? pass : p)) } };
}

/** Columns and rows of a sheet of strips. */
export const sizeOf = (sheet: StripSheet): { columns: number; rows: number } => ({
  columns: sheet.across.values.length,
  rows: sheet.down?.values.length ?? 1,
});

/** A value in words, with its unit. */
export function valueText(setting: StripSetting, value: number | string | boolean, pass: Pass): string {
  const { values } = setting;
  if (!isRange(values)) return values.find((v) => v.value === value)?.label ?? String(value);
  if (values.unit === 'frequency')
    return `${Number((value as number).toPrecision(4))} ${FREQUENCY_UNITS[fillOf(pass).screen.frequency.per]}`;
  return showNumber(value as number, formatOf({ unit: values.unit } as never));
}

/** Settings offered for a pass, by station. */
export function offered(pass: Pass): { station: string; settings: StripSetting[] }[] {
  const all = stripSettings(pass);
  return ['Screen', 'Tone', 'Picture', 'Ink'].map((station) => ({
    station,
    settings: all.filter((s) => s.station === station),
  }));
}
