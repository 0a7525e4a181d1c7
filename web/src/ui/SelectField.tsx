import { memo } from 'react';
import { KeyMark } from './KeyMark.tsx';
import { sameShown, useSteady } from './steady.ts';

interface Props {
  readonly label: string;
  readonly about: string;
  readonly value: string;
  readonly options: readonly {
    readonly name: string;
    readonly label: string;
    readonly about?: string;
    readonly group?: string;
  }[];
  onChange(value: string): void;
}

type Option = Props['options'][number];

const optionOf = ({ name, label, about }: Option) => (
  <option key={name} value={name} title={about}>
    {label}
  </option>
);

/** Options under their headings, in the order in which headings come. */
function groupsOf(options: Props['options']): [string, Option[]][] {
  const groups = new Map<string, Option[]>();
  for (const option of options) {
    const key = option.group ?? '';
    groups.set(key, [...(groups.get(key) ?? []), option]);
  }
  return [...groups];
}

function SelectFieldPart({ label, about, value, options, onChange }: Props) {
  return (
    <div className="relative" title={about}>
      <label className="flex items-center justify-between gap-2">
        <span className="shrink-0">{label}</span>
        <select
          value={value}
          onChange={(e) => onChange(e.target.value)}
          className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper text-right"
        >
          {groupsOf(options).map(([group, members]) =>
            group ? (
              <optgroup key={group} label={group}>
                {members.map(optionOf)}
              </optgroup>
            ) : (
              members.map(optionOf)
            ),
          )}
        </select>
      </label>
      <KeyMark
        label={label}
        about={about}
        change={() => onChange(options.find((o) => o.name !== value)?.name ?? value)}
      />
    </div>
  );
}

const Part = memo(SelectFieldPart, sameShown);

/** One of many, by name. */
export function SelectField(props: Props) {
  return <Part {...useSteady(props)} />;
}
