import { differentStocks, type Stock, STOCKS } from '@chromatype/core';
import { useMemo } from 'react';
import { useInkSets } from '../../api/ink-sets.ts';

/** Stocks to take with one click: those that ship, then those of every set of inks in Swatches. */
export function StockButtons({ now, choose }: { readonly now: Stock; choose(stock: Stock): void }) {
  const sets = useInkSets();
  const stocks = useMemo(() => differentStocks([...STOCKS, ...sets.flatMap(({ stock }) => stock ?? [])]), [sets]);
  return (
    <div className="flex flex-wrap gap-1">
      {stocks.map((stock) => (
        <button
          key={`${stock.name} ${stock.colour} ${stock.texture}`}
          type="button"
          title={stock.name}
          aria-label={`Stock: ${stock.name}`}
          aria-pressed={stock.name === now.name && stock.colour === now.colour}
          onClick={() => choose(stock)}
          className="h-6 w-9 border border-ink aria-pressed:outline-2 aria-pressed:outline-hot"
          style={{ background: stock.colour }}
        />
      ))}
    </div>
  );
}
