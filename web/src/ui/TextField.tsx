import { useState } from 'react';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly className?: string;
  /** Words of the artist, which may be longer than the field: the tooltip shows all of them. */
  readonly own?: boolean;
  onChange(value: string): void;
}

/** A short text, taken when Enter is pressed or the field is left. */
export function TextField({ label, value, className = '', own = false, onChange }: Props) {
  const [text, setText] = useState<string | null>(null);
  function commit(): void {
    const next = text?.trim();
    setText(null);
    if (next && next !== value) onChange(next.slice(0, 200));
  }
  return (
    <input
      aria-label={label}
      title={own ? `${label}: ${value}` : label}
      data-own={own || undefined}
      value={text ?? value}
      onChange={(e) => setText(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') setText(null);
      }}
      className={`h-6 min-w-0 border-b border-hairline bg-transparent hover:border-ink ${className}`}
    />
  );
}
