import type { ReactNode } from 'react';

/** What the tool in hand does, at the top of the sheet. */
export const ToolHint = ({ children }: { readonly children: ReactNode }) => (
  <p
    role="status"
    className="pointer-events-none absolute top-2 left-1/2 -translate-x-1/2 bg-paper px-2 py-1 text-[12px]"
  >
    {children}
  </p>
);

/** The outline of a brush at the pointer; all in CSS pixels. */
export const BrushRing = ({ x, y, side }: { readonly x: number; readonly y: number; readonly side: number }) => (
  <span
    aria-hidden
    className="pointer-events-none absolute -translate-x-1/2 -translate-y-1/2 rounded-full border border-ink outline outline-paper"
    style={{ left: x, top: y, width: Math.max(4, side), height: Math.max(4, side) }}
  />
);
