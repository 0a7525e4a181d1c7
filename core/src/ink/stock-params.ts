import { amount, choiceOf, type Params, type SettingsOf, share, whole } from '../settings/params.ts';
import { TEXTURE_KINDS } from '../stock/textures/index.ts';

/** The numbers and choices of a stock itself. */
export const STOCK_PARAMS = {
  texture: choiceOf('Texture', 'What the surface of the stock looks like.', [
    { name: 'none', label: 'Smooth', about: 'No texture.' },
    ...TEXTURE_KINDS,
  ] as const),
  textureAmount: {
    ...share('Amount of texture', 'How strongly the texture shows: 100 % as the stock is.', 1, 0, 3),
    when: ({ texture }: Readonly<Record<string, unknown>>) => texture !== 'none',
  },
  textureSize: {
    ...amount('Size of texture', 'How much larger than life its fibres and threads are.', 1, 0.25, 8, 0.05, '×'),
    when: ({ texture }: Readonly<Record<string, unknown>>) => texture !== 'none',
  },
  textureSeed: {
    ...whole('Seed of texture', 'Another number gives another piece of the same stock.', 1, 0, 9999),
    when: ({ texture }: Readonly<Record<string, unknown>>) => texture !== 'none',
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
