import { ChevronDown } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  readonly title: string;
  readonly note?: string;
  /** What leaves the station, small. */
  readonly thumb?: ReactNode;
  /** Controls that are seldom needed: shown in place when the station is opened. */
  readonly more?: ReactNode;
  readonly children?: ReactNode;
}

/** One station of a pass's chain. */
export function Station({ title, note, thumb, more, children }: Props) {
  return (
    <Collapsible.Root asChild>
      <section aria-label={`${title} station`} className="relative border-b border-hairline py-2 pr-3 pl-3">
        <div className="flex gap-2.5">
          {thumb}
          <div className="min-w-0 flex-1">
            <header className="flex items-baseline justify-between gap-2 pb-0.5">
              <h2 className="text-[13.5px]">{title}</h2>
              <span className="min-w-0 truncate text-[11px] text-muted" title={note}>
                {note}
              </span>
              {more && (
                <Collapsible.Trigger
                  aria-label={`More of ${title}`}
                  className="group -my-1 -mr-1.5 grid h-6 w-6 shrink-0 place-items-center"
                >
                  <ChevronDown size={13} className="group-data-[state=open]:rotate-180" aria-hidden />
                </Collapsible.Trigger>
              )}
            </header>
            {thumb !== undefined && children}
          </div>
        </div>
        {thumb === undefined && children}
        {more && <Collapsible.Content className="pt-2">{more}</Collapsible.Content>}
        <svg
          viewBox="0 0 8 5"
          width="8"
          height="5"
          className="absolute -bottom-[3px] left-[40px] z-1 fill-ink"
          aria-hidden
        >
          <path d="M0 0h8L4 5z" />
        </svg>
      </section>
    </Collapsible.Root>
  );
}

export const THUMB = 'w-[58px] shrink-0 border border-ink self-start';
