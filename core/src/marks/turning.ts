import { arcTangent } from '../math/exact.ts';
import { hashShare } from '../math/hash.ts';
import { slopeOf, type Sums } from './sum-cells.ts';
import type { Site } from './lattices/kind.ts';
import type { MarkSettings } from './params.ts';

/** What the turn of a mark is made from. */
export interface TurnAsked {
  readonly site: Site;
  readonly sums: Sums;
  /** 0..1. */
  readonly tone: number;
  readonly cx: number;
  readonly cy: number;
  readonly seed: number;
}

const RADIANS = Math.PI / 180;
/** A shape points upwards: so many radians from the direction to the right. */
const UP = Math.PI / 2;
/** A slope below this, in tones a pixel, has no direction. */
const FLAT = 1e-6;

type Turning = (s: MarkSettings, asked: TurnAsked) => number;

const byGradient =
  (off: number): Turning =>
  (_, { sums }) => {
    const { right, down } = slopeOf(sums);
    if (right * right + down * down < FLAT * FLAT) return 0;
    return arcTangent(-down, right) - UP + off;
  };

/** How each choice turns a mark by itself, in radians counter-clockwise. */
const TURNINGS: Readonly<Record<string, Turning>> = {
  lattice: (_, { site }) => site.turn,
  fixed: () => 0,
  centre: (_, { site, cx, cy }) => (site.x === cx && site.y === cy ? 0 : arcTangent(-(cy - site.y), cx - site.x) - UP),
  along: byGradient(0),
  across: byGradient(UP),
  tone: (s, { tone }) => (s.turnTo - s.turn) * RADIANS * tone,
  chance: (s, { site, seed }) => (2 * hashShare(site.row * 4 + site.copy, site.column, seed) - 1) * s.spread * RADIANS,
};

/** The turn of a mark in radians, counter-clockwise: what turns it, and the angle that is added. */
export const turnOf = (s: MarkSettings, asked: TurnAsked): number =>
  (TURNINGS[s.turning] ?? TURNINGS.fixed!)(s, asked) + s.turn * RADIANS;

/** Whether the turn of marks needs the slope of the tone. */
export const turnsByGradient = ({ turning }: Pick<MarkSettings, 'turning'>): boolean =>
  turning === 'along' || turning === 'across';
