import type { Ink } from '../ink/types.ts';
import type { Fill } from './types.ts';

/** Tone and screen of a fill as the measured tones of an ink ask for: gain by its table, and the ends that its press holds. */
export function printedBy(
  { tones }: Pick<Ink, 'tones'>,
  { tone, screen }: Pick<Fill, 'tone' | 'screen'>,
): Pick<Fill, 'tone' | 'screen'> {
  if (!tones) return { tone, screen };
  return {
    tone: { ...tone, gainFrom: 'table', gainTable: tones.gain },
    screen: {
      ...screen,
      smallest: Math.max(screen.smallest, tones.smallest),
      solidFrom: Math.min(screen.solidFrom, tones.solidFrom),
    },
  };
}
