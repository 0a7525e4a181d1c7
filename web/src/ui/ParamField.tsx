import type { Param, Stop } from '@chromatype/core';
import { ColourField } from './ColourField.tsx';
import { LongText } from './LongText.tsx';
import { NumberField } from './NumberField.tsx';
import { formatOf } from './param-format.ts';
import { SelectField } from './SelectField.tsx';
import { StopsField } from './StopsField.tsx';
import { SwitchField } from './SwitchField.tsx';

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
    case 'stops':
      return (
        <StopsField label={param.label} about={param.about} value={value as readonly Stop[]} onChange={onChange} />
      );
    case 'text':
      return param.hidden ? null : (
        <LongText
          label={param.label}
          about={param.about}
          value={value as string}
          longest={param.longest}
          onChange={onChange}
        />
      );
    case 'colours':
      // Lists of several colours have an editor of their own.
      return param.max === 1 ? (
        <div className="flex items-center justify-between gap-2" title={param.about}>
          <span aria-hidden>{param.label}</span>
          <ColourField label={param.label} value={(value as readonly string[])[0]!} onChange={(c) => onChange([c])} />
        </div>
      ) : null;
    default:
      return null;
  }
}
