import { factsOf, type JobStones, type StoneList } from '@chromatype/core';
import { useMemo } from 'react';

interface Props {
  readonly stones: StoneList;
  readonly table: JobStones;
  /** Those that count; all where none is chosen. */
  readonly picks: ReadonlySet<number>;
}

const number = (v: number, digits = 0): string =>
  v.toLocaleString('en', { minimumFractionDigits: digits, maximumFractionDigits: digits });

/** What the layout, or what is chosen of it, is made of: it follows while the hand drags. */
export function FactsPanel({ stones, table, picks }: Props) {
  const some = picks.size > 0;
  const facts = useMemo(
    () => factsOf(stones, table, table.spare, some ? picks : undefined),
    [stones, table, picks, some],
  );
  const rows = [
    ['Pieces', number(facts.pieces)],
    ['Gross', number(facts.gross, 2)],
    [`Bags, ${Math.round(table.spare * 100)} % spare`, number(facts.bags)],
    ['Weight', `${number(facts.weight, 1)} g`],
    ['Cost', number(facts.cost, 2)],
    ['Covered', `${number(facts.area / 100, 1)} cm²`],
  ] as const;
  return (
    <section aria-label="Count" className="grid gap-1.5" data-testid="stone-facts" data-pieces={facts.pieces}>
      <h2 className="flex items-baseline justify-between text-[14px]">
        Count
        <span className="font-body text-[11px] font-normal text-muted">
          {some ? 'of what is chosen' : 'of everything'}
        </span>
      </h2>
      <table className="w-full border-collapse text-[11.5px]">
        <thead>
          <tr className="border-b border-ink text-left">
            <th className="font-semibold">Size</th>
            <th className="font-semibold">Colour</th>
            <th className="text-right font-semibold">Pieces</th>
            <th className="text-right font-semibold">Bags</th>
          </tr>
        </thead>
        <tbody>
          {facts.counts.map(({ size, colour, pieces, bags }) => (
            <tr key={`${size} ${colour}`} className="border-b border-hairline">
              <td>{table.sizes[size]!.name}</td>
              <td>
                <span className="flex items-center gap-1">
                  <span
                    className="h-3 w-3 shrink-0 rounded-full border border-ink/40"
                    style={{ background: table.colours[colour]!.colour }}
                    aria-hidden
                  />
                  <span className="truncate" data-own>
                    {table.colours[colour]!.name}
                  </span>
                </span>
              </td>
              <td className="text-right font-mono text-[10.5px]">{number(pieces)}</td>
              <td className="text-right font-mono text-[10.5px]">{number(bags)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5">
        {rows.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-2">
            <dt className="text-muted">{name}</dt>
            <dd className="whitespace-nowrap font-mono text-[10.5px]">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
