import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Mark } from './Mark.tsx';

/** The header of a view that belongs to no job: back to the Shelf, the name of the view, and what can be done there. */
export function PageHeader({ title, children }: { readonly title: string; readonly children?: ReactNode }) {
  return (
    <header className="flex items-center justify-between border-b border-ink bg-paper px-3">
      <Link to="/" className="flex items-center gap-2 font-head text-[17px] font-bold" title="To the Shelf">
        <Mark />
        Chromatype
      </Link>
      <h1 className="text-[15px]">{title}</h1>
      <span className="flex min-w-[120px] justify-end gap-1.5">{children}</span>
    </header>
  );
}
