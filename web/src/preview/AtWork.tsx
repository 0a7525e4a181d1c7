import { useEffect, useState } from 'react';

/** Milliseconds of work after which it is shown. */
const SHOWN_AFTER = 200;

/** A quiet sign that the sheet is being printed, for work that takes longer than a moment. */
export function AtWork({ busy }: { readonly busy: boolean }) {
  const [shown, setShown] = useState(false);
  useEffect(() => {
    if (!busy) return setShown(false);
    const timer = setTimeout(() => setShown(true), SHOWN_AFTER);
    return () => clearTimeout(timer);
  }, [busy]);
  if (!shown) return null;
  return (
    <p
      role="status"
      data-testid="at-work"
      className="pointer-events-none absolute top-3 left-3 z-2 grid gap-1 bg-paper px-2 py-1 text-[11.5px]"
    >
      Printing …
      <span className="block h-[2px] w-[52px] overflow-hidden bg-hairline" aria-hidden>
        <span className="at-work block h-full w-1/2 bg-hot" />
      </span>
    </p>
  );
}
