import type { MadeTile } from './made-tile.ts';
import { hashShare } from '../../../../math/hash.ts';
import { wrapped } from './wrapped-noise.ts';

const ACROSS = 4;
const ROWS = 8;

/** Where a place lies in the uppermost of the scales that overlap there. */
interface InScale {
  /** From the middle, −1..1 across and 0..1 down the part that shows and beyond. */
  readonly across: number;
  readonly down: number;
  readonly chance: number;
}

/** Scales in rows, every other row moved by half a scale; each row lies over the one below it. `shape`: how far the rim hangs down at −1..1. */
function scaleAt(u: number, v: number, shape: (across: number) => number, seed: number): InScale {
  const y = v * ROWS;
  const low = Math.floor(y);
  for (let k = 2; k >= 0; k--) {
    const row = low - k;
    const x = u * ACROSS + (row & 1 ? 0.5 : 0);
    const column = Math.floor(x);
    const across = 2 * (x - column) - 1;
    const down = (y - row) / 2;
    if (down <= shape(across))
      return { across, down, chance: hashShare(wrapped(column, ACROSS), wrapped(row, ROWS), seed) };
  }
  return { across: 0, down: 1, chance: 0.5 };
}

const round = (across: number): number => 0.42 + 0.58 * Math.sqrt(Math.max(0, 1 - across * across));
const pointed = (across: number): number => 0.4 + 0.6 * (1 - Math.abs(across)) * (1.25 - 0.25 * (1 - Math.abs(across)));
const straight = (across: number): number => 0.5 + 0.5 * (1 - Math.abs(across));

/** Round scales of a fish, dark at their rims. */
export const fishScales: MadeTile = {
  name: 'fish-scales',
  label: 'Fish scales',
  about: 'Round scales in rows, dark towards their rims.',
  group: 'Scales',
  cells: ACROSS,
  darkness: (seed) => (u, v) => {
    const { across, down, chance } = scaleAt(u, v, round, seed);
    const rim = round(across) - down;
    return 0.9 - 1.7 * rim + 0.1 * chance;
  },
};

/** Pointed scales with a rib, as of a bird or a dragon. */
export const featherScales: MadeTile = {
  name: 'feather-scales',
  label: 'Feathers',
  about: 'Pointed scales with a rib and barbs.',
  group: 'Scales',
  cells: ACROSS,
  darkness: (seed) => (u, v) => {
    const { across, down, chance } = scaleAt(u, v, pointed, seed);
    const rim = pointed(across) - down;
    const barb = Math.abs(2 * wrapped(7 * (down + 0.6 * Math.abs(across)), 1) - 1);
    const rib = Math.max(0, 1 - Math.abs(across) / 0.12);
    return Math.max(0.85 - 1.6 * rim, 0.75 * rib, 0.5 * barb) + 0.14 * (chance - 0.5);
  },
};

/** Lozenges with a ridge, as of a snake. */
export const snakeScales: MadeTile = {
  name: 'snake-scales',
  label: 'Snake scales',
  about: 'Lozenges with a ridge, one side in shade.',
  group: 'Scales',
  cells: ACROSS,
  darkness: (seed) => (u, v) => {
    const { across, down, chance } = scaleAt(u, v, straight, seed);
    const rim = straight(across) - down;
    return Math.max(0.95 - 6 * rim, 0.45 + 0.4 * across) + 0.08 * chance;
  },
};
