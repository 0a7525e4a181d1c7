import type { ReactNode } from 'react';

interface Props {
  readonly title: string;
  /** What it is called for those who do not see it. */
  readonly says: string;
  /** It stands to the right of another one. */
  readonly beside?: boolean;
  readonly children: ReactNode;
}

/** A sheet, or what lies over one, under a bar with its title. */
export function TitledFigure({ title, says, beside = false, children }: Props) {
  return (
    <figure
      aria-label={says}
      className={`relative grid min-h-0 min-w-0 grid-rows-[26px_minmax(0,1fr)] [contain:strict] ${beside ? 'border-l border-ink' : ''}`}
    >
      <figcaption className="flex items-center border-b border-hairline bg-paper px-2.5 font-semibold">
        <span className="truncate">{title}</span>
      </figcaption>
      {children}
    </figure>
  );
}
