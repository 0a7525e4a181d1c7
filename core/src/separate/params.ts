import { amount, choiceOf, flag, type Params, type SettingsOf, share } from '../settings/params.ts';

/** What a separation can be set to; it acts on all its passes. */
export const SEPARATION_PARAMS = {
  way: choiceOf('Way', 'How colours become inks.', [
    {
      name: 'nearest',
      label: 'Nearest colour',
      about: 'Every colour becomes the inks that together come nearest to it.',
    },
    { name: 'chosen', label: 'Chosen inks', about: 'For flat art: each ink prints where its own colour stands.' },
  ]),
  black: share(
    'Black',
    'How much of the shadows the black ink carries: 0 is the least that is needed, 1 the most that is possible.',
    0.5,
    0,
    1,
  ),
  limit: amount(
    'Ink limit',
    'Most ink, all inks and a base together, as an average over a cell of the screen.',
    3,
    0.5,
    8,
    0.05,
    '×',
  ),
  whiteIs: choiceOf('White is', 'What the white of the picture stands for.', [
    { name: 'stock', label: 'Bare stock', about: 'White prints nothing, and all colours are seen against the stock.' },
    { name: 'white', label: 'White', about: 'White is white, whatever the stock: for light inks on dark stock.' },
  ]),
  fitDarks: flag(
    'Fit shadows',
    'The darkest the inks can print stands for black, so that shadows keep their steps.',
    true,
  ),
  baseFrom: share(
    'Cloth shows',
    "Colours this near to the stock's own print nothing, inks and base alike.",
    0.06,
    0,
    0.5,
  ),
  choke: amount('Choke', 'How far the base stays inside the edge of the art.', 0.3, 0, 5, 0.05, 'mm'),
  tolerance: share('Tolerance', 'How far a colour may be from a chosen ink and still print it solid.', 0.08, 0.02, 0.4),
} as const satisfies Params;

export type SeparationSettings = SettingsOf<typeof SEPARATION_PARAMS>;
