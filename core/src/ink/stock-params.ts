import { amount, type Params, type SettingsOf } from '../settings/params.ts';

/** The numbers and choices of a stock itself. */
export const STOCK_PARAMS = {
  texture: {
    kind: 'choice',
    label: 'Texture',
    about: 'What the surface of the stock looks like.',
    normal: 'none',
    options: [
      { name: 'none', label: 'Smooth', about: 'No texture.' },
      { name: 'paper', label: 'Paper', about: 'Fibres and clouds of paper.' },
      { name: 'cloth', label: 'Cloth', about: 'Woven threads.' },
    ],
  },
  spread: amount(
    'Light spread',
    'How far light spreads in the stock (Yule–Nielsen n): 1 not at all, 1.5 to 2 for paper.',
    1,
    1,
    4,
  ),
} as const satisfies Params;

export type StockSettings = SettingsOf<typeof STOCK_PARAMS>;
