import {
  readColoursCsv,
  readSizesCsv,
  STONE_SHAPES,
  type StoneColour,
  type StoneSize,
  type StoneTable,
  tableFault,
  writeColoursCsv,
  writeSizesCsv,
} from '@chromatype/core';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { ColourField } from '../ui/ColourField.tsx';
import { chooseFile, saveFile } from '../ui/files.ts';
import { Fold } from '../ui/Fold.tsx';
import { MM, PLAIN } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { SelectField } from '../ui/SelectField.tsx';
import { TextField } from '../ui/TextField.tsx';

const GRAMS = { unit: 'g', digits: 3 } as const;

/** A name that no entry has yet. */
function freeName(taken: readonly { readonly name: string }[], base: string): string {
  for (let k = taken.length + 1; ; k++) if (!taken.some((t) => t.name === `${base} ${k}`)) return `${base} ${k}`;
}

interface SizeProps {
  readonly size: StoneSize;
  readonly last: boolean;
  change(part: Partial<StoneSize>): void;
  rename(name: string): void;
  remove(): void;
}

function SizeRow({ size, last, change, rename, remove }: SizeProps) {
  const round = size.shape === 'round';
  const mm = (label: string, name: 'width' | 'height' | 'clearance', min: number, max: number, about: string) => (
    <NumberField
      label={label}
      about={about}
      value={size[name]}
      min={min}
      max={max}
      step={0.1}
      normal={size[name]}
      format={MM}
      onChange={(v) => change(name === 'width' && round ? { width: v, height: v } : { [name]: v })}
    />
  );
  const plain = (label: string, name: 'price' | 'bag', min: number, step: number, about: string) => (
    <NumberField
      label={label}
      about={about}
      value={size[name]}
      min={min}
      max={1e6}
      step={step}
      normal={size[name]}
      format={PLAIN}
      onChange={(v) => change({ [name]: name === 'bag' ? Math.round(v) : v })}
    />
  );
  return (
    <Fold title={size.name} note={`${size.shape}, ${size.width}${round ? '' : ` × ${size.height}`} mm`}>
      <div className="flex items-center gap-1">
        <TextField label={`Name of the size ${size.name}`} value={size.name} own onChange={rename} className="flex-1" />
        <button
          type="button"
          aria-label={`Remove the size ${size.name}`}
          disabled={last}
          className="grid h-6 w-6 place-items-center hover:bg-paper-2 disabled:opacity-30"
          onClick={remove}
        >
          <Trash2 size={13} aria-hidden />
        </button>
      </div>
      <SelectField
        label="Shape"
        about="The form of the stones."
        value={size.shape}
        options={STONE_SHAPES}
        onChange={(shape) => change(shape === 'round' ? { shape, height: size.width } : { shape })}
      />
      <div className="grid grid-cols-2 gap-x-4">
        {mm(round ? 'Diameter' : 'Width', 'width', 0.3, 100, 'Across the stone.')}
        {!round && mm('Height', 'height', 0.3, 100, 'Along the stone.')}
        {mm('Clearance', 'clearance', 0, 5, 'By how much the hole is wider than the stone.')}
        {plain('Bag', 'bag', 1, 10, 'Stones in a bag.')}
        {plain('Price', 'price', 0, 0.5, 'Price of a bag.')}
        <NumberField
          label="Weight"
          about="Weight of one stone."
          value={size.weight}
          min={0}
          max={1000}
          step={0.001}
          normal={size.weight}
          format={GRAMS}
          onChange={(weight) => change({ weight })}
        />
      </div>
    </Fold>
  );
}

interface Props {
  readonly table: StoneTable;
  /** Whether both lists are open from the start. */
  readonly open?: boolean;
  /** Takes a change that leaves a sound table. */
  change(part: Partial<StoneTable>): void;
  /** Gives an entry a name that no other has. */
  rename(what: 'sizes' | 'colours', from: string, to: string): void;
}

/** A table of stones: sizes and colours, as they are bought. */
export function TableEditor({ table, open: opened = false, change: taken, rename: renamed }: Props) {
  const { sizes, colours } = table;
  const [wrong, setWrong] = useState<string | null>(null);
  /** Takes a change of the table if it leaves a sound one. */
  function take(part: Partial<StoneTable>): void {
    const fault = tableFault({ ...table, ...part });
    setWrong(fault);
    if (!fault) taken(part);
  }
  function rename(what: 'sizes' | 'colours', from: string, to: string): void {
    if (table[what].some((entry) => entry.name === to)) {
      setWrong(`Two ${what} would be called ${to}; give each a name of its own.`);
      return;
    }
    setWrong(null);
    renamed(what, from, to);
  }
  async function open(what: 'sizes' | 'colours'): Promise<void> {
    const file = await chooseFile('.csv,text/csv');
    if (!file) return;
    try {
      const text = await file.text();
      take(what === 'sizes' ? { sizes: readSizesCsv(text) } : { colours: readColoursCsv(text) });
    } catch (error) {
      setWrong(`${file.name}: ${error instanceof Error ? error.message : error}`);
    }
  }
  const changeColour = (name: string, part: Partial<StoneColour>) =>
    take({ colours: colours.map((c) => (c.name === name ? { ...c, ...part } : c)) });
  return (
    <div className="grid gap-1">
      {wrong && (
        <p role="alert" className="text-hot-text">
          {wrong}
        </p>
      )}
      <Fold title="Sizes" note={String(sizes.length)} open={opened}>
        {sizes.map((size) => (
          <SizeRow
            key={size.name}
            size={size}
            last={sizes.length === 1}
            change={(part) => take({ sizes: sizes.map((s) => (s.name === size.name ? { ...s, ...part } : s)) })}
            rename={(name) => rename('sizes', size.name, name)}
            remove={() => take({ sizes: sizes.filter((s) => s.name !== size.name) })}
          />
        ))}
        <div className="flex flex-wrap gap-1">
          <Button
            onClick={() => {
              const widest = Math.max(...sizes.map((s) => s.width));
              const width = Number((widest + 1).toFixed(1));
              take({
                sizes: [
                  ...sizes,
                  { ...sizes.at(-1)!, name: freeName(sizes, 'Size'), shape: 'round', width, height: width },
                ],
              });
            }}
          >
            <Plus size={13} aria-hidden /> Size
          </Button>
          <Button onClick={() => void open('sizes')}>Open .csv</Button>
          <Button onClick={() => saveFile('stone-sizes.csv', writeSizesCsv(sizes), 'text/csv')}>Save .csv</Button>
        </div>
      </Fold>
      <Fold title="Colours" note={String(colours.length)} open={opened}>
        <ul className="grid gap-1">
          {colours.map(({ name, colour }) => (
            <li key={name} className="flex items-center gap-1">
              <TextField
                label={`Name of the colour ${name}`}
                value={name}
                own
                onChange={(next) => rename('colours', name, next)}
                className="flex-1"
              />
              <ColourField label={name} value={colour} onChange={(next) => changeColour(name, { colour: next })} />
              <button
                type="button"
                aria-label={`Remove the colour ${name}`}
                disabled={colours.length === 1}
                className="grid h-6 w-6 place-items-center hover:bg-paper-2 disabled:opacity-30"
                onClick={() => take({ colours: colours.filter((c) => c.name !== name) })}
              >
                <Trash2 size={13} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-1">
          <Button
            onClick={() => take({ colours: [...colours, { name: freeName(colours, 'Colour'), colour: '#b0b0b0' }] })}
          >
            <Plus size={13} aria-hidden /> Colour
          </Button>
          <Button onClick={() => void open('colours')}>Open .csv</Button>
          <Button onClick={() => saveFile('stone-colours.csv', writeColoursCsv(colours), 'text/csv')}>Save .csv</Button>
        </div>
      </Fold>
    </div>
  );
}
