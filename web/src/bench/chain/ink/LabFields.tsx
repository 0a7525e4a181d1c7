import type { Lab } from '@chromatype/core';
import { NumberField } from '../../../ui/NumberField.tsx';

interface Props {
  readonly label: string;
  readonly value: Lab;
  onChange(value: Lab): void;
}

const AXES = [
  { name: 'L*', min: 0, max: 100 },
  { name: 'a*', min: -128, max: 128 },
  { name: 'b*', min: -128, max: 128 },
] as const;

/** A colour as L*, a*, b* under D50. */
export function LabFields({ label, value, onChange }: Props) {
  return (
    <fieldset aria-label={label} className="grid grid-cols-3 gap-2 border-0">
      {AXES.map(({ name, min, max }, k) => (
        <NumberField
          key={name}
          label={name}
          about={`${label}: ${name} under D50, as measured.`}
          value={value[k]!}
          min={min}
          max={max}
          step={1}
          normal={value[k]!}
          format={{ unit: '', digits: 1 }}
          onChange={(v) => onChange(value.map((old, j) => (j === k ? v : old)) as unknown as Lab)}
        />
      ))}
    </fieldset>
  );
}
