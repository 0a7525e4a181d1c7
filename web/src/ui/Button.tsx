import type { ButtonHTMLAttributes } from 'react';

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly strong?: boolean;
}

/** A flat button with a hairline; `strong` is the one thing to do. */
export function Button({ strong = false, className = '', ...rest }: Props) {
  const look = strong ? 'bg-ink text-paper border-ink' : 'bg-paper border-ink hover:bg-paper-2';
  return (
    <button
      type="button"
      className={`inline-flex h-[26px] items-center justify-center gap-1.5 border px-3 font-semibold whitespace-nowrap disabled:opacity-40 ${look} ${className}`}
      {...rest}
    />
  );
}
