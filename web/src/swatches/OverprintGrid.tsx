import { displayColours, type InkSet, plainStock, sheetLights } from '@chromatype/core';

const STOCK = plainStock('White', '#ffffff');
/** Inks whose overprints are shown; eight would make a wall of patches. */
const MOST = 6;

/** Every two inks of a set on each other: the row's first, the column's on it. */
export function OverprintGrid({ set, narrow = false }: { readonly set: InkSet; readonly narrow?: boolean }) {
  const inks = set.inks.slice(0, MOST);
  const stock = set.stock ?? STOCK;
  const wide = narrow ? 'max-w-[56px] w-[56px]' : 'max-w-[74px] w-[74px]';
  const colourOf = (first: number, second: number): string => {
    const laid = first === second ? [inks[first]!] : [inks[first]!, inks[second]!];
    const ground = set.base ? [set.base, ...laid] : laid;
    const bytes = displayColours(sheetLights({ stock }, ground));
    const all = 3 * (2 ** ground.length - 1);
    return `rgb(${bytes[all]} ${bytes[all + 1]} ${bytes[all + 2]})`;
  };
  return (
    <table aria-label="Overprints" className="border-separate border-spacing-1">
      <thead>
        <tr>
          <th className="text-left text-[11px] font-normal text-muted">first, then</th>
          {inks.map((ink, k) => (
            <th
              key={`${ink.name}${k}`}
              title={ink.name}
              data-own
              className={`${wide} truncate text-left text-[11px] font-normal`}
            >
              {ink.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {inks.map((first, r) => (
          <tr key={`${first.name}${r}`}>
            <th
              data-own
              title={first.name}
              className="w-[100px] max-w-[100px] truncate pr-2 text-left text-[11px] font-normal"
            >
              {first.name}
            </th>
            {inks.map((second, c) => (
              <td
                key={`${second.name}${c}`}
                title={r === c ? first.name : `${first.name}, then ${second.name}`}
                className={`${narrow ? 'h-6' : 'h-9'} ${wide} border border-ink`}
                style={{ background: colourOf(r, c) }}
              />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
