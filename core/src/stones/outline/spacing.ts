import { SLACK } from '../taken.ts';
import { onTrack, type Track, type Walker, walker } from './walk.ts';

/** Steps by which the distance of evenly spaced places is narrowed down. */
const ROUNDS = 60;
/** The last place may miss its end by so much, in mm. */
const CLOSE = 1e-5;

/** Way after so many steps of a straight distance, Infinity where the track ends before. */
function landing({ step }: Walker, from: number, steps: number, far: number, until: number): number {
  let way = from;
  for (let k = 0; k < steps && way < Infinity; k++) way = step(way, far, until);
  return way;
}

/** How many steps of a straight distance fit between two ways, and where the last one ends. */
function stepsWithin(track: Track, from: number, to: number, far: number): number {
  const { step } = walker(track);
  let way = from;
  for (let k = 0; ; k++) {
    way = step(way, far, to + CLOSE);
    if (way === Infinity) return k;
  }
}

/** The distance of so many equal steps that lead from one way to another; null where a hairpin leaps over it. */
function equalStep(track: Track, from: number, to: number, steps: number, least: number): number | null {
  let [low, high] = [least, (to - from) / steps];
  // Beyond the end of an open track there is no landing; a little further is enough to tell.
  const until = track.closed ? to + track.length : track.length;
  const walk = walker(track);
  const miss = (far: number) => landing(walk, from, steps, far, until) - to;
  let missLow = miss(low);
  if (Math.abs(missLow) <= CLOSE) return low;
  let missHigh = miss(high);
  if (Math.abs(missHigh) <= CLOSE) return high;
  for (let k = 0; k < ROUNDS; k++) {
    // Regula falsi, halving where the end is not known or one side stays.
    const t = missHigh < Infinity && k % 3 !== 2 ? missLow / (missLow - missHigh) : 0.5;
    const far = low + (high - low) * Math.min(0.999, Math.max(0.001, t));
    const missed = miss(far);
    if (Math.abs(missed) <= CLOSE) return far;
    if (missed < 0) [low, missLow] = [far, missed];
    else [high, missHigh] = [far, missed];
    if (high - low < 1e-12) return null;
  }
  return null;
}

/** Straight distance between the places at two ways. */
export const straight = (track: Track, a: number, b: number): number => {
  const [p, q] = [onTrack(track, a), onTrack(track, b)];
  return Math.sqrt((p.x - q.x) * (p.x - q.x) + (p.y - q.y) * (p.y - q.y));
};

/** Distances that are tried where none leads exactly from one end to the other, in shares of the least. */
const TRIED = 24;
const FARTHER = 0.003;

/** Ways that are equally far apart but for the last, whose rest is the least that can be had. */
function nearlyEqual(track: Track, from: number, to: number, least: number): number[] {
  let [best, rest]: [number[], number] = [[], Infinity];
  for (let k = 0; k < TRIED && rest > CLOSE; k++) {
    const far = least * (1 + FARTHER * k);
    const { step } = walker(track);
    const ways = [from];
    for (let way = step(from, far, to); way < Infinity; way = step(way, far, to)) ways.push(way);
    const left = to - ways[ways.length - 1]!;
    if (ways.length > 1 && left < rest) [best, rest] = [ways, left];
  }
  if (best.length < 2) return [];
  // The last place stands at the end; where that brings it too near to the one before it, that one goes.
  const ways = [...best.slice(0, -1), to];
  const near = (k: number) => straight(track, ways[k - 1]!, ways[k]!) < least - SLACK;
  if (near(ways.length - 1) && ways.length > 2) ways.splice(-2, 1);
  return ways.length === 2 && near(1) ? [] : ways;
}

/**
 * Ways along a track from one to another, both included, so that places are equally far from their neighbours in a straight
 * line and as near to each other as `least` allows; null where a hairpin of the track allows no such distance. Empty if not
 * even the two ends are so far apart.
 * @param fewer takes so many places less than there is room for
 */
export function equallyFar(track: Track, from: number, to: number, least: number, fewer = 0): number[] | null {
  const steps = stepsWithin(track, from, to, least - SLACK / 2) - fewer;
  if (steps <= 0) return [];
  const far = equalStep(track, from, to, steps, least - SLACK / 2);
  if (far === null) return null;
  const { step } = walker(track);
  const ways = [from];
  for (let k = 1; k < steps; k++) ways.push(step(ways[k - 1]!, far, Infinity));
  ways.push(to);
  return ways;
}

/** The same, but nearly equal distances where equal ones are not possible. */
export const evenWays = (track: Track, from: number, to: number, least: number): number[] =>
  equallyFar(track, from, to, least) ?? nearlyEqual(track, from, to, least);
