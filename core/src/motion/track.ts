import { parseHex } from '../colour/srgb.ts';
import type { Param } from '../settings/params.ts';
import { type Ease, eased } from './ease.ts';

export type KeyValue = number | string | boolean;

/** A value that a setting has at a time. */
export interface Key extends Ease {
  /** Seconds from the beginning of the loop or clip. */
  readonly at: number;
  readonly value: KeyValue;
}

/** A setting that moves. */
export interface Track {
  readonly id: string;
  /** Its path in the registry of settings, such as `screen.angle`. */
  readonly setting: string;
  /** Id of the pass whose setting it is. */
  readonly pass: string;
  /** Id of the fill of that pass; null for the first one. */
  readonly fill: string | null;
  readonly on: boolean;
  /** In the order of their times, no two at the same one. */
  readonly keys: readonly Key[];
}

/** Whether values of a setting can move: numbers and colours run, choices and switches jump. */
export const canMove = ({ kind }: Param): boolean => ['number', 'choice', 'flag', 'colours'].includes(kind);

/** Digits behind the point to which a number that came round is the same again. */
const SAME_DIGITS = 9;

/** A number brought into the period that begins at another one, so that after whole periods it is the same number again. */
const broughtRound = (value: number, from: number, period: number): number =>
  Number((value - period * Math.floor((value - from) / period + 1e-12)).toFixed(SAME_DIGITS));

/** A number that a setting can have. */
function fitting(value: number, param: Param): number {
  if (param.kind !== 'number') return value;
  const inside = Math.min(param.max, Math.max(param.min, value));
  return param.whole ? Math.round(inside) : inside;
}

const mix = (a: number, b: number, t: number): number => a + t * (b - a);

/** Two colours mixed as their sRGB codes. */
function mixedColour(from: string, to: string, t: number): string {
  const [a, b] = [parseHex(from)!, parseHex(to)!];
  return `#${a
    .map((v, k) =>
      Math.round(mix(v, b[k]!, t))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}

function between(from: Key, to: Key, t: number): KeyValue {
  if (typeof from.value === 'number' && typeof to.value === 'number') return mix(from.value, to.value, t);
  const colours = [from.value, to.value].every((v) => typeof v === 'string' && /^#[0-9a-f]{6}$/i.test(v));
  if (colours) return mixedColour(from.value as string, to.value as string, t);
  return t >= 1 ? to.value : from.value;
}

/** The value between the keys of a track at a time, before it is fitted to its setting; null without keys. */
export function keyedValue(keys: readonly Key[], seconds: number): KeyValue | null {
  const next = keys.findIndex((key) => key.at > seconds);
  if (keys.length === 0) return null;
  if (next === 0) return keys[0]!.value;
  const last = keys[next < 0 ? keys.length - 1 : next - 1]!;
  const to = keys[next];
  if (!to) return last.value;
  return between(last, to, eased(last, (seconds - last.at) / (to.at - last.at)));
}

/**
 * The value that a track gives its setting at a time: before the first key that of the first, after the last that of
 * the last. Numbers stay within the limits of the setting. Null without keys.
 * @param period so much further the setting is the same again; 0 if it never is
 */
export function valueAt(keys: readonly Key[], param: Param, seconds: number, period = 0): unknown {
  const value = keyedValue(keys, seconds);
  const first = keys[0]?.value;
  if (typeof value === 'number' && typeof first === 'number')
    return fitting(period > 0 ? broughtRound(value, first, period) : value, param);
  return param.kind === 'colours' && typeof value === 'string' ? [value] : value;
}

/** Keys with one more, or with another value at its time. Keys closer than half a frame are the same one. */
export function withKey(keys: readonly Key[], key: Key, rate: number): readonly Key[] {
  const others = keys.filter(({ at }) => Math.abs(at - key.at) > 0.5 / rate);
  return [...others, key].sort((a, b) => a.at - b.at);
}
