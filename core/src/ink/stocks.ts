import { plainStock } from './defaults.ts';
import type { Stock } from './types.ts';

/** Stocks to start from. Names and colours are invented. */
export const STOCKS: readonly Stock[] = [
  plainStock('White', '#ffffff'),
  { ...plainStock('Cream', '#f5ecd7'), texture: 'paper' },
  { ...plainStock('Newsprint', '#e4dfd3'), texture: 'paper' },
  { ...plainStock('Sky tint', '#d5e3ea'), texture: 'paper' },
  { ...plainStock('Rose tint', '#f2d6d0'), texture: 'paper' },
  { ...plainStock('Night cloth', '#1b1f2a'), texture: 'cloth' },
  plainStock('Black', '#000000'),
];

/** Stocks without those that come again, by name and look; the first of them stays. */
export function differentStocks(stocks: readonly Stock[]): readonly Stock[] {
  const seen = new Set<string>();
  return stocks.filter(({ name, colour, texture }) => {
    const key = `${name} ${colour} ${texture}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}
