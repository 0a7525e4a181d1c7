import { crossedBrush, dryBrush } from './brushed.ts';
import { basketWeave, plainWeave, twill } from './cloth.ts';
import { crackedGlaze, peelingPaint } from './glaze.ts';
import { rocked, roulette, sandstone } from './grain.ts';
import { leaves, needles } from './leaves.ts';
import { capitals, numerals } from './letters.ts';
import type { MadeTile } from './made-tile.ts';
import { dryWall, pebbles } from './pebbles.ts';
import { featherScales, fishScales, snakeScales } from './scales.ts';
import { spatter, stipple } from './stipple.ts';
import { chartWaves, ringWaves, ripples } from './waves.ts';
import { knots, woodGrain } from './wood.ts';
import { brokenDots, rubbedDots, wornDots } from './worn-dots.ts';

/** Every tile that is made here, in the order in which the tile shelf shows them. */
export const MADE_TILES: readonly MadeTile[] = [
  wornDots,
  brokenDots,
  rubbedDots,
  fishScales,
  featherScales,
  snakeScales,
  plainWeave,
  twill,
  basketWeave,
  woodGrain,
  knots,
  crackedGlaze,
  peelingPaint,
  stipple,
  spatter,
  dryBrush,
  crossedBrush,
  rocked,
  roulette,
  sandstone,
  pebbles,
  dryWall,
  leaves,
  needles,
  ringWaves,
  ripples,
  chartWaves,
  capitals,
  numerals,
];

/** A tile by its name; undefined if there is none. */
export const madeTileOf = (name: string): MadeTile | undefined => MADE_TILES.find((tile) => tile.name === name);
