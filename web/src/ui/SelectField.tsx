import { memo } from 'react';
import { sameShown, useSteady } from './steady.ts';

interface Props {
  readonly label: string;
  readonly about: string;
  readonly value: string;
  readonly options: readonly { readonly name: string; readonly label: string; readonly about?: string }[];
  onChange(value: string): void;
}

function SelectFieldPart({ label, about, value, options, onChange }: Props) {
  return (
    <label className="flex items-center justify-between gap-2" title={about}>
      <span className="shrink-0">{label}</span>
      <select
        value={value}
        onChange={(e) => onChange(e.target.value)}
        className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper text-right"
      >
        {options.map((o) => (
          <option key={o.name} value={o.name} title={o.about}>
            {o.label}
          </option>
        ))}
      </select>
    </label>
  );
}

const Part = memo(SelectFieldPart, sameShown);

/** One of many, by name. */
export function SelectField(props: Props) {
  return <Part {...useSteady(props)} />;
}
