import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  readonly title: string;
  readonly note?: string;
  /** Open from the start. */
  readonly open?: boolean;
  readonly children: ReactNode;
}

/** A part of a station that opens in place. */
export function Fold({ title, note, open, children }: Props) {
  return (
    <Collapsible.Root defaultOpen={open} className="border-t border-hairline pt-1">
      <Collapsible.Trigger className="group flex h-6 w-full items-center gap-1 text-left">
        <ChevronRight size={12} className="shrink-0 group-data-[state=open]:rotate-90" aria-hidden />
        <span className="font-semibold">{title}</span>
        <span className="min-w-0 flex-1 truncate text-right text-[11px] text-muted">{note}</span>
      </Collapsible.Trigger>
      <Collapsible.Content className="grid grid-cols-1 gap-1 pt-1 pb-1">{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
