import type { Stop } from '@chromatype/core';
import { Plus, X } from 'lucide-react';
import { PERCENT } from './formats.ts';
import { ColourField } from './ColourField.tsx';
import { NumberField } from './NumberField.tsx';

interface Props {
  readonly label: string;
  readonly about: string;
  readonly value: readonly Stop[];
  onChange(value: readonly Stop[]): void;
}

/** Colours and where they stand along a run. */
export function StopsField({ label, about, value, onChange }: Props) {
  const change = (k: number, part: Partial<Stop>) => onChange(value.map((s, n) => (n === k ? { ...s, ...part } : s)));
  function add(): void {
    const order = [...value].sort((a, b) => a.at - b.at);
    const last = order.at(-1)!;
    const before = order.at(-2) ?? last;
    onChange([...value, { at: Number(((last.at + before.at) / 2).toFixed(3)), colour: last.colour }]);
  }
  return (
    <fieldset className="grid gap-0.5" title={about}>
      <legend className="float-left">{label}</legend>
      {value.map((stop, k) => (
        <div key={k} className="grid grid-cols-[auto_1fr_auto] items-center gap-2">
          <ColourField label={`${label} ${k + 1}`} value={stop.colour} onChange={(colour) => change(k, { colour })} />
          <NumberField
            label="at"
            value={stop.at}
            min={0}
            max={1}
            step={0.01}
            normal={k / Math.max(1, value.length - 1)}
            format={PERCENT}
            onChange={(at) => change(k, { at })}
          />
          <button
            type="button"
            aria-label={`Remove colour ${k + 1}`}
            disabled={value.length < 2}
            onClick={() => onChange(value.toSpliced(k, 1))}
            className="grid h-6 w-6 place-items-center disabled:opacity-30"
          >
            <X size={12} aria-hidden />
          </button>
        </div>
      ))}
      <button type="button" onClick={add} className="flex h-6 items-center gap-1 justify-self-start underline">
        <Plus size={12} aria-hidden /> Add a colour
      </button>
    </fieldset>
  );
}
