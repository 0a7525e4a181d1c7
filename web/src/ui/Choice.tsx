import { memo } from 'react';
import { ToggleGroup } from 'radix-ui';
import { sameShown, useSteady } from './steady.ts';

interface Option<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly title?: string;
}

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly Option<T>[];
  /** Narrow, where many stand in one row; `tight` where even more do. */
  readonly dense?: boolean | 'tight';
  onChange(value: T): void;
}

/** Room between and inside the buttons. */
const ROOMS = {
  wide: { gap: 'gap-1', item: 'px-[7px] text-[12px]' },
  dense: { gap: 'gap-[3px]', item: 'px-[5px] text-[11.5px]' },
  tight: { gap: 'gap-[2px] justify-between', item: 'px-[2.5px] text-[11px]' },
} as const;

function ChoicePart<T extends string>({ label, value, options, dense = false, onChange }: Props<T>) {
  const room = ROOMS[dense === 'tight' ? 'tight' : dense ? 'dense' : 'wide'];
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => next && onChange(next as T)}
      className={`flex flex-wrap ${room.gap}`}
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          title={o.title}
          className={`h-6 min-w-6 border border-hairline leading-none ${room.item} hover:border-ink data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-paper`}
        >
          {o.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

const Part = memo(ChoicePart, sameShown) as typeof ChoicePart;

/** One of a few, side by side. */
export function Choice<T extends string>(props: Props<T>) {
  return <Part {...useSteady(props)} />;
}
