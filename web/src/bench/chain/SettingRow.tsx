import type { Job, Param } from '@chromatype/core';
import { ParamField } from '../../ui/ParamField.tsx';
import { SelectField } from '../../ui/SelectField.tsx';

export interface Named {
  readonly name: string;
  readonly label: string;
}

/** Pictures, passes or stencils as choices of a list. */
export const choicesOf = (all: Job['pictures'] | Job['passes'] | Job['stencils']): readonly Named[] =>
  all.map(({ id, name }) => ({ name: id, label: name }));

interface Props {
  readonly param: Param;
  readonly value: unknown;
  /** The others of the job that the setting may name; null where it names none. */
  readonly names: readonly Named[] | null;
  onChange(value: unknown): void;
}

/** Labels of numbers up to this many letters stand two in a row. */
const NARROW = 9;

/** One setting in a grid of two columns: the name of another thing of the job is chosen from a list. */
export function SettingRow({ param, value, names, onChange }: Props) {
  const wide = param.kind !== 'number' || param.label.length > NARROW;
  return (
    <div className={wide ? 'col-span-2' : ''}>
      {names ? (
        <SelectField
          label={param.label}
          about={param.about}
          value={(value as string | null) ?? ''}
          options={value === null ? [{ name: '', label: 'none' }, ...names] : names}
          onChange={(id) => onChange(id || null)}
        />
      ) : (
        <ParamField param={param} value={value} onChange={onChange} />
      )}
    </div>
  );
}
