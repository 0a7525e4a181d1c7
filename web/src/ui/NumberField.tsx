import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, useEffect, useId, useState, memo } from 'react';
import { beginGesture, endGesture } from '../document/store.ts';
import { KeyMark } from './KeyMark.tsx';
import { POINTER_ONLY } from './drag-options.ts';
import { type NumberFormat, readNumber, showNumber } from './number-text.ts';
import { sameShown, useSteady } from './steady.ts';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  /** One arrow key, or four pixels of scrubbing. */
  readonly step: number;
  readonly normal: number;
  readonly format: NumberFormat;
  readonly about?: string;
  /** Leaves the label to its surroundings. */
  readonly bare?: boolean;
  /** Takes over what was typed when it returns true; for values that carry their unit with them. */
  readText?(text: string): boolean;
  onChange(value: number): void;
}

const clamp = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value));

function NumberFieldPart({
  label,
  value,
  min,
  max,
  step,
  normal,
  format,
  about,
  bare = false,
  readText,
  onChange,
}: Props) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const tidy = (v: number) => clamp(Number((Math.round(v / step) * step).toPrecision(12)), min, max);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another value clears the complaint
  useEffect(() => setWrong(false), [value]);

  function commit(): void {
    if (text === null) return;
    setText(null);
    if (readText?.(text)) return;
    const read = readNumber(text, format);
    if (read === null) setWrong(text.trim() !== '');
    else if (Math.abs(read - value) > 1e-12) onChange(clamp(read, min, max));
  }

  function onKey(event: KeyboardEvent): void {
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (direction !== 0) {
      event.preventDefault();
      setText(null);
      onChange(tidy(value + direction * step * (event.shiftKey ? 10 : 1)));
    } else if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') setText(null);
  }

  const scrub = useDrag(
    ({ movement: [x], memo = value, first, last, shiftKey }) => {
      if (first) beginGesture();
      onChange(tidy((memo as number) + Math.round(x / 4) * step * (shiftKey ? 10 : 1)));
      if (last) endGesture();
      return memo;
    },
    { ...POINTER_ONLY, axis: 'x', threshold: 4, filterTaps: true, enabled: text === null },
  );

  return (
    <div className={`relative ${bare ? '' : 'flex items-center justify-between gap-1'}`} title={about}>
      <label htmlFor={id} className={bare ? 'sr-only' : 'shrink-0'}>
        {label}
      </label>
      <KeyMark label={label} about={about} change={() => onChange(value + step <= max ? value + step : value - step)} />
      <input
        id={id}
        {...scrub()}
        value={text ?? showNumber(value, format)}
        onChange={(e) => setText(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={commit}
        onKeyDown={onKey}
        onDoubleClick={() => {
          setText(null);
          onChange(normal);
        }}
        inputMode="decimal"
        autoComplete="off"
        spellCheck={false}
        aria-invalid={wrong}
        aria-description={about}
        // Long units need more room than a percentage.
        style={{ width: `max(${bare ? 55 : 44}px, ${showNumber(value, format).length + 0.5}ch)` }}
        className="h-6 min-w-0 cursor-ew-resize touch-none border-b border-ink bg-transparent text-right font-mono text-[10.5px] focus:cursor-text focus:bg-paper-2 aria-invalid:border-hot aria-invalid:text-hot-text"
      />
    </div>
  );
}

const Part = memo(NumberFieldPart, sameShown);

/** A number with its unit: type it, scrub it, step it with the arrow keys; a double click restores the normal value. */
export function NumberField(props: Props) {
  return <Part {...useSteady(props)} />;
}
