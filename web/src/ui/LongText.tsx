import { useEffect, useState } from 'react';
import { beginGesture, endGesture } from '../document/store.ts';

interface Props {
  readonly label: string;
  readonly about: string;
  readonly value: string;
  readonly longest: number;
  onChange(value: string): void;
}

/** Text of several lines that is taken while it is typed; one visit is one step for undo. */
export function LongText({ label, about, value, longest, onChange }: Props) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  return (
    <label className="grid gap-0.5" title={about}>
      <span>{label}</span>
      <textarea
        value={text}
        rows={Math.min(5, text.split('\n').length + 1)}
        maxLength={longest}
        onFocus={beginGesture}
        onBlur={endGesture}
        onChange={(e) => {
          setText(e.target.value);
          onChange(e.target.value);
        }}
        spellCheck={false}
        className="resize-none border border-hairline bg-paper px-1 py-0.5 focus:border-ink"
      />
    </label>
  );
}
