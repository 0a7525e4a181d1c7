import { LINEAR } from './ease.ts';
import type { Key } from './track.ts';

/** A way to close a loop: keys whose last one meets the first. */
export interface LoopOffer {
  readonly name: string;
  /** What it does, in a few words. */
  readonly label: string;
  readonly keys: readonly Key[];
}

/** Periods that are offered around the number that is nearest to the way that keys go already. */
function turnsNear(way: number, period: number): number[] {
  const near = Math.round(way / period) || (way < 0 ? -1 : 1);
  return [...new Set([near, near + Math.sign(near), -near])];
}

const times = (n: number): string => `${Math.abs(n)} ${Math.abs(n) === 1 ? 'period' : 'periods'}`;

/**
 * Keys that close the loop of a setting: whole periods where it comes round, and there and back.
 * @param keys the keys that it has; one or none is enough where it comes round
 * @param value what the setting is without keys
 * @param seconds length of the loop
 */
export function loopOffers(keys: readonly Key[], value: number, period: number, seconds: number): LoopOffer[] {
  const first = keys[0];
  const begin = typeof first?.value === 'number' ? first.value : value;
  const last = keys.at(-1)?.value;
  const end = typeof last === 'number' ? last : value;
  const way = first && { ease: first.ease, curve: first.curve };
  const key = (at: number, to: number): Key => ({ ...(way ?? LINEAR), at, value: to });
  const periods = period > 0 ? turnsNear(end - begin, period) : [];
  return [
    ...periods.map((n) => ({
      name: `periods ${n}`,
      label: `${times(n)}${n < 0 ? ' back' : ''}`,
      keys: [key(0, begin), key(seconds, begin + n * period)],
    })),
    ...(end === begin
      ? []
      : [
          {
            name: 'there and back',
            label: 'There and back',
            keys: [key(0, begin), key(seconds / 2, end), key(seconds, begin)],
          },
        ]),
  ];
}

/** Whether the last key of a track meets the first at the end of a loop. */
export function closes(keys: readonly Key[], period: number): boolean {
  const [first, last] = [keys[0]?.value, keys.at(-1)?.value];
  if (first === last) return true;
  if (typeof first !== 'number' || typeof last !== 'number' || period <= 0) return false;
  const turns = (last - first) / period;
  return Math.abs(turns - Math.round(turns)) < 1e-9;
}
