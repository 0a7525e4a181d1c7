import {
  differentStocks,
  hexOfLight,
  type Lab,
  labOfLight,
  lightOfLab,
  type Stock,
  STOCKS,
  stockLight,
  STOCK_PARAMS,
} from '@chromatype/core';
import { SelectField } from '../ui/SelectField.tsx';
import { SwatchFacts } from './SwatchFacts.tsx';
import { SwatchFields } from './SwatchFields.tsx';

interface Props {
  /** The stock that a set is meant for; null for any light one. */
  readonly stock: Stock | null;
  /** Null where the set ships with the application. */
  onChange: ((stock: Stock | null) => void) | null;
}

const ANY = 'any';

const labOf = (stock: Stock): Lab =>
  stock.measured ?? (labOfLight(stockLight(stock)).map((v) => Number(v.toFixed(1))) as unknown as Lab);

const textureOf = (stock: Stock): string =>
  STOCK_PARAMS.texture.options.find((t) => t.name === stock.texture)!.label.toLowerCase();

function Shown({ stock }: { readonly stock: Stock | null }) {
  if (!stock) return <p className="border-b border-hairline py-3 text-muted">Any light stock.</p>;
  const { name, colour, measured, overprints } = stock;
  const over = overprints.length > 0 ? `, ${overprints.length} overprints measured on it` : '';
  return (
    <SwatchFacts
      colour={colour}
      name={name}
      lab={labOf(stock)}
      measured={measured !== null}
      note={`${textureOf(stock)}${over}`}
    />
  );
}

/** What a set of inks is meant to be printed on: its look, and how it is changed in a set of the studio's own. */
export function StockRow({ stock, onChange }: Props) {
  if (!onChange) return <Shown stock={stock} />;
  // Another look is another stock: what was measured on it no longer holds.
  const look = (change: Partial<Stock>) => stock && onChange({ ...stock, measured: null, overprints: [], ...change });
  const offered = differentStocks(stock ? [stock, ...STOCKS] : STOCKS);
  return (
    <div className="flex min-h-12 items-center gap-3 border-b border-hairline py-1">
      {stock && (
        <>
          <SwatchFields
            kind="stock"
            labels={['Colour of the stock', 'Bare stock']}
            colour={stock.colour}
            name={stock.name}
            lab={labOf(stock)}
            rename={(name) => onChange({ ...stock, name })}
            recolour={(colour) => look({ colour })}
            measure={(measured) => look({ measured, colour: hexOfLight(lightOfLab(measured)) })}
          />
          <div className="w-[130px]">
            <SelectField
              label="Texture"
              about="Texture of the surface, shown in the print as it may come off the press."
              value={stock.texture}
              options={STOCK_PARAMS.texture.options}
              onChange={(texture) => onChange({ ...stock, texture: texture as Stock['texture'] })}
            />
          </div>
        </>
      )}
      <div className="w-[170px]">
        <SelectField
          label="Take"
          about="The stock that these inks are meant for. A split lays a dark one under the job."
          value={stock ? `${offered.indexOf(stock)}` : ANY}
          options={[
            { name: ANY, label: 'Any light stock' },
            ...offered.map((s, k) => ({ name: `${k}`, label: s.name })),
          ]}
          onChange={(name) => onChange(name === ANY ? null : offered[Number(name)]!)}
        />
      </div>
    </div>
  );
}
