import {
  DEFAULT_SHEET,
  type Job,
  SHEET_PARAMS,
  STOCK_PARAMS,
  MOST_SHEET_PIXELS,
  SHEET_SIZES,
  type Sheet,
  sheetPixels,
  sizeName,
  MM_PER_INCH,
} from '@chromatype/core';
import { useState } from 'react';
import { setSheet } from '../../document/edits.ts';
import { type Resizing, resizeSheet, sheetLikePicture } from '../../document/sheet-edits.ts';
import { edit } from '../../document/store.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ColourField } from '../../ui/ColourField.tsx';
import { MM, PPI } from '../../ui/formats.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import type { NumberFormat } from '../../ui/number-text.ts';
import { ParamFields } from '../../ui/ParamFields.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { FinishControls, GroundControls } from './SurfaceControls.tsx';
import { RatioMenu } from './RatioMenu.tsx';
import { possibleSheet } from './possible-sheet.ts';
import { Station } from './Station.tsx';
import { StockButtons } from './StockButtons.tsx';

const UNITS: readonly { value: 'mm' | 'cm' | 'in' | 'px'; label: string }[] = [
  { value: 'mm', label: 'mm' },
  { value: 'cm', label: 'cm' },
  { value: 'in', label: 'in' },
  { value: 'px', label: 'px' },
];

const RESIZING: readonly { value: Resizing; label: string; title: string }[] = [
  { value: 'keep', label: 'Stay', title: 'Pictures placed by hand stay where they are' },
  { value: 'scale', label: 'Scale', title: 'Pictures placed by hand are scaled with the sheet' },
  { value: 'centre', label: 'Centre', title: 'Pictures placed by hand keep their size and are centred' },
];

const GROUPS = ['A', 'B', 'US', 'Other'] as const;

/** Lengths kept in mm, shown in another unit; any unit can be typed. */
function lengthFormat(unit: 'mm' | 'cm' | 'in' | 'px', ppi: number): NumberFormat {
  const perUnit = { mm: 1, cm: 10, in: MM_PER_INCH, px: MM_PER_INCH / ppi }[unit];
  return {
    unit,
    digits: unit === 'px' ? 0 : 2,
    shown: 1 / perUnit,
    units: {
      ...MM.units,
      mm: (v) => v,
      px: (v) => (v * MM_PER_INCH) / ppi,
    },
  };
}

/** The sheet's size and what it is printed on. */
export function SheetStation({ job }: { readonly job: Job }) {
  const { sheet } = job;
  const [wrong, setWrong] = useState<string | null>(null);
  const [unit, setUnit] = useState<'mm' | 'cm' | 'in' | 'px'>('mm');
  const [how, setHow] = useState<Resizing>('centre');
  const pixels = sheetPixels(sheet);
  function change(part: Partial<Sheet>): void {
    const next = { ...sheet, ...part };
    const problem = possibleSheet(job, next, MOST_SHEET_PIXELS);
    setWrong(problem);
    if (problem) return;
    const { width, height, ...rest } = part;
    edit((now) => {
      const sized =
        width === undefined && height === undefined
          ? now
          : resizeSheet({ width: next.width, height: next.height }, how)(now);
      return setSheet(rest)(sized);
    });
  }
  const format = lengthFormat(unit, sheet.ppi);
  const side = (label: string, key: 'width' | 'height') => (
    <NumberField
      label={label}
      value={sheet[key]}
      min={SHEET_PARAMS.width.min}
      max={SHEET_PARAMS.width.max}
      step={unit === 'px' ? MM_PER_INCH / sheet.ppi : 1}
      normal={DEFAULT_SHEET[key]}
      format={format}
      about="Side of the trimmed sheet."
      onChange={(value) => change({ [key]: value })}
    />
  );
  const upright = sheet.height >= sheet.width;
  const name = sizeName(sheet.width, sheet.height);
  return (
    <>
      <Station title="Sheet" note={`${pixels.width} × ${pixels.height} pixels`}>
        <label className="flex items-center justify-between gap-2 pt-1">
          <span>Size</span>
          <select
            aria-label="Size of the sheet"
            value={name ?? ''}
            onChange={(e) => {
              const size = SHEET_SIZES.find((s) => s.name === e.target.value);
              if (!size) return;
              // It stays upright or lying, as it is.
              const [width, height] = upright ? [size.width, size.height] : [size.height, size.width];
              change({ width, height });
            }}
            className="h-6 min-w-0 flex-1 border-b border-hairline bg-paper text-right"
          >
            {!name && <option value="">own size</option>}
            {GROUPS.map((group) => (
              <optgroup key={group} label={group === 'A' || group === 'B' ? `ISO ${group}` : group}>
                {SHEET_SIZES.filter((s) => s.group === group).map((s) => (
                  <option key={s.name} value={s.name}>
                    {s.name} {s.width} × {s.height} mm
                  </option>
                ))}
              </optgroup>
            ))}
          </select>
        </label>
        <div className="flex items-center justify-between gap-2 pt-1.5">
          <span aria-hidden>In</span>
          <Choice label="Unit of the sheet" value={unit} options={UNITS} onChange={(next) => setUnit(next)} />
        </div>
        <div className="grid gap-1.5 pt-1.5">
          {side('Width', 'width')}
          {side('Height', 'height')}
          <NumberField
            label="Bleed"
            value={sheet.bleed}
            min={SHEET_PARAMS.bleed.min}
            max={SHEET_PARAMS.bleed.max}
            step={0.5}
            normal={DEFAULT_SHEET.bleed}
            format={format}
            about={SHEET_PARAMS.bleed.about}
            onChange={(bleed) => change({ bleed })}
          />
          <NumberField
            label="Resolution"
            value={sheet.ppi}
            min={SHEET_PARAMS.ppi.min}
            max={SHEET_PARAMS.ppi.max}
            step={10}
            normal={DEFAULT_SHEET.ppi}
            format={PPI}
            about={SHEET_PARAMS.ppi.about}
            onChange={(ppi) => change({ ppi })}
          />
        </div>
        {wrong && (
          <p role="alert" className="pt-1 text-hot-text">
            {wrong}
          </p>
        )}
        <div className="flex items-center justify-between gap-2 pt-2">
          <span aria-hidden>Pictures</span>
          <Choice
            label="Pictures placed by hand, when the size changes"
            value={how}
            options={RESIZING}
            onChange={(next) => setHow(next)}
          />
        </div>
        <div className="flex flex-wrap gap-1 pt-2">
          <Button onClick={() => change({ width: sheet.height, height: sheet.width })}>Turn</Button>
          <RatioMenu job={job} />
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
              onChange={(stockName) => change({ stock: { ...sheet.stock, name: stockName } })}
            />
            <ColourField
              label="Stock colour"
              value={sheet.stock.colour}
              onChange={(colour) => change({ stock: { ...sheet.stock, colour, measured: null, overprints: [] } })}
            />
          </div>
          <ParamFields
            params={STOCK_PARAMS}
            settings={{ ...sheet.stock }}
            without={['spread']}
            change={(part) => change({ stock: { ...sheet.stock, ...part } })}
          />
          <NumberField
            label="Spread of light"
            about={STOCK_PARAMS.spread.about}
            value={sheet.stock.spread}
            min={STOCK_PARAMS.spread.min}
            max={STOCK_PARAMS.spread.max}
            step={0.1}
            normal={1}
            format={{ unit: '', digits: 2 }}
            onChange={(spread) => change({ stock: { ...sheet.stock, spread } })}
          />
          <StockButtons now={sheet.stock} choose={(stock) => change({ stock })} />
          <GroundControls job={job} change={change} />
          <FinishControls sheet={sheet} change={change} />
        </div>
      </Station>
    </>
  );
}
