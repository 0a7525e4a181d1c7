import { DEFAULT_SHEET, type Job, LIMITS, MOST_SHEET_PIXELS, type Sheet, sheetPixels } from '@chromatype/core';
import { useState } from 'react';
import { setSheet, sheetLikePicture } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { Button } from '../../ui/Button.tsx';
import { ColourField } from '../../ui/ColourField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { MM, PPI } from './formats.ts';
import { possibleSheet } from './possible-sheet.ts';
import { Station } from './Station.tsx';

/** Stocks to start from; invented names and colours. */
const STOCKS = [
  { name: 'White', colour: '#ffffff' },
  { name: 'Cream', colour: '#f5ecd7' },
  { name: 'Newsprint', colour: '#e4dfd3' },
  { name: 'Sky tint', colour: '#d5e3ea' },
  { name: 'Rose tint', colour: '#f2d6d0' },
] as const;

/** The sheet's size and what it is printed on. */
export function SheetStation({ job }: { readonly job: Job }) {
  const { sheet } = job;
  const [wrong, setWrong] = useState<string | null>(null);
  const pixels = sheetPixels(sheet);
  function change(part: Partial<Sheet>): void {
    const problem = possibleSheet(job, { ...sheet, ...part }, MOST_SHEET_PIXELS);
    setWrong(problem);
    if (!problem) edit(setSheet(part));
  }
  const side = (label: string, key: 'width' | 'height') => (
    <NumberField
      label={label}
      value={sheet[key]}
      min={LIMITS.sheetSide.min}
      max={LIMITS.sheetSide.max}
      step={1}
      normal={DEFAULT_SHEET[key]}
      format={MM}
      about={LIMITS.sheetSide.about}
      onChange={(value) => change({ [key]: value })}
    />
  );
  return (
    <>
      <Station title="Sheet" note={`${pixels.width} × ${pixels.height} pixels`}>
        <div className="grid max-w-[190px] gap-1.5 pt-1">
          {side('Width', 'width')}
          {side('Height', 'height')}
          <NumberField
            label="Resolution"
            value={sheet.ppi}
            min={LIMITS.ppi.min}
            max={LIMITS.ppi.max}
            step={10}
            normal={DEFAULT_SHEET.ppi}
            format={PPI}
            about={LIMITS.ppi.about}
            onChange={(ppi) => change({ ppi })}
          />
        </div>
        {wrong && (
          <p role="alert" className="pt-1 text-hot-text">
            {wrong}
          </p>
        )}
        <div className="flex flex-wrap gap-1 pt-2">
          <Button onClick={() => change({ width: sheet.height, height: sheet.width })}>Turn</Button>
          {job.pictures.map((picture) => (
            <Button
              key={picture.id}
              onClick={() => edit(sheetLikePicture(picture))}
              className="max-w-full"
              title="Keeps the width and takes the picture's proportions"
            >
              <span className="truncate">As {picture.name}</span>
            </Button>
          ))}
        </div>
      </Station>
      <Station title="Stock" note={sheet.stock.name}>
        <div className="grid gap-2 pt-1">
          <div className="flex items-center justify-between">
            <TextField
              label="Name of the stock"
              value={sheet.stock.name}
              onChange={(name) => change({ stock: { ...sheet.stock, name } })}
            />
            <ColourField
              label="Stock colour"
              value={sheet.stock.colour}
              onChange={(colour) => change({ stock: { ...sheet.stock, colour } })}
            />
          </div>
          <div className="flex gap-1">
            {STOCKS.map((stock) => (
              <button
                key={stock.name}
                type="button"
                title={stock.name}
                aria-label={`Stock: ${stock.name}`}
                aria-pressed={stock.colour === sheet.stock.colour}
                onClick={() => change({ stock })}
                className="h-6 w-9 border border-ink aria-pressed:outline-2 aria-pressed:outline-hot"
                style={{ background: stock.colour }}
              />
            ))}
          </div>
        </div>
      </Station>
    </>
  );
}
