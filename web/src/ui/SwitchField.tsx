import { memo } from 'react';
import { Switch } from 'radix-ui';
import { KeyMark } from './KeyMark.tsx';
import { sameShown, useSteady } from './steady.ts';

interface Props {
  readonly label: string;
  readonly about: string;
  readonly value: boolean;
  onChange(value: boolean): void;
}

function SwitchFieldPart({ label, about, value, onChange }: Props) {
  return (
    <div className="relative flex items-center justify-between gap-2" title={about}>
      <span aria-hidden className="min-w-0 leading-tight">
        {label}
      </span>
      <KeyMark label={label} about={about} change={() => onChange(!value)} />
      <Switch.Root
        aria-label={label}
        checked={value}
        onCheckedChange={onChange}
        className="h-6 w-[32px] shrink-0 border border-ink data-[state=checked]:bg-ink"
      >
        <Switch.Thumb className="block h-[12px] w-[12px] translate-x-[3px] bg-ink data-[state=checked]:translate-x-[15px] data-[state=checked]:bg-paper" />
      </Switch.Root>
    </div>
  );
}

const Part = memo(SwitchFieldPart, sameShown);

/** Yes or no. */
export function SwitchField(props: Props) {
  return <Part {...useSteady(props)} />;
}
