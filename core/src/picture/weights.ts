import { LUMINANCE, LUMINANCE_WEIGHTS } from '../colour/luminance.ts';
import type { FeedPart } from './feed-params.ts';

/** Shares of linear red, green, blue and of alpha in what a pass takes, in 1/32768. */
export type FeedWeights = readonly [number, number, number, number];

const ONE = 32768;

export interface Mix {
  readonly mixR: number;
  readonly mixG: number;
  readonly mixB: number;
  readonly saturation: number;
}

const PLAIN_MIX: Mix = { mixR: LUMINANCE[0], mixG: LUMINANCE[1], mixB: LUMINANCE[2], saturation: 1 };

/** Rounds three shares to 1/32768 so that they sum to one; the largest takes the remainder. */
function whole(shares: readonly number[]): FeedWeights {
  const fixed = shares.map((w) => Math.round(w * ONE));
  const rest = ONE - fixed.reduce((a, b) => a + b, 0);
  fixed[fixed.indexOf(Math.max(...fixed))]! += rest;
  return [fixed[0]!, fixed[1]!, fixed[2]!, 0];
}

/**
 * Weights of a part of the picture. Lightness is mixed as asked, its three shares brought to a sum of one
 * (a sum near 0 has no meaning: luminance is taken). Saturation s moves every colour from its luminance Y
 * to Y + s (colour − Y) first, which is a change of the weights alone.
 */
export function feedWeights(part: FeedPart, mix: Mix = PLAIN_MIX): FeedWeights {
  if (part === 'alpha') return [0, 0, 0, 1];
  const channel = ['r', 'g', 'b'].indexOf(part);
  const sum = mix.mixR + mix.mixG + mix.mixB;
  const own =
    channel >= 0
      ? [0, 1, 2].map((c) => (c === channel ? 1 : 0))
      : Math.abs(sum) < 0.05
        ? LUMINANCE_WEIGHTS.map((w) => w / ONE)
        : [mix.mixR / sum, mix.mixG / sum, mix.mixB / sum];
  const { saturation } = mix;
  return whole(own.map((w, c) => saturation * w + (1 - saturation) * (LUMINANCE_WEIGHTS[c]! / ONE)));
}
