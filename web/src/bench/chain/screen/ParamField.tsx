import type { Param } from '@chromatype/core';
import { NumberField } from '../../../ui/NumberField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { SwitchField } from '../../../ui/SwitchField.tsx';
import { formatOf } from './param-format.ts';

interface Props {
  readonly param: Param;
  readonly value: unknown;
  onChange(value: unknown): void;
}

/** The control of one setting that a table of parameters describes. */
export function ParamField({ param, value, onChange }: Props) {
  switch (param.kind) {
    case 'number':
      return (
        <NumberField
          label={param.label}
          value={value as number}
          min={param.min}
          max={param.max}
          step={param.step}
          normal={param.normal}
          format={formatOf(param)}
          about={param.about}
          onChange={(v) => onChange(param.whole ? Math.round(v) : v)}
        />
      );
    case 'flag':
      return <SwitchField label={param.label} about={param.about} value={value as boolean} onChange={onChange} />;
    case 'choice':
      return (
        <SelectField
          label={param.label}
          about={param.about}
          value={value as string}
          options={param.options}
          onChange={onChange}
        />
      );
    default:
      return null;
  }
}
