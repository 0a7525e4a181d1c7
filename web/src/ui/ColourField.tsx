import { parseHex } from '@chromatype/core';
import { useState } from 'react';
import { beginGesture, endGesture } from '../document/store.ts';

interface Props {
  readonly label: string;
  readonly value: string;
  onChange(value: string): void;
}

/** A colour, picked or typed as #rrggbb. */
export function ColourField({ label, value, onChange }: Props) {
  const [text, setText] = useState<string | null>(null);
  function commit(): void {
    const hex = text === null ? null : `#${text.trim().replace(/^#/, '').toLowerCase()}`;
    setText(null);
    if (hex && parseHex(hex) && hex !== value) onChange(hex);
  }
  return (
    <span className="flex items-center gap-1.5">
      <input
        type="color"
        aria-label={`${label}: pick`}
        value={value}
        onFocus={beginGesture}
        onBlur={endGesture}
        onChange={(e) => onChange(e.target.value)}
        className="h-6 w-8 cursor-pointer border border-ink bg-transparent p-0"
      />
      <input
        aria-label={`${label}: hex`}
        value={text ?? value}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
        spellCheck={false}
        className="h-6 w-[56px] border-b border-ink bg-transparent font-mono text-[10.5px]"
      />
    </span>
  );
}
