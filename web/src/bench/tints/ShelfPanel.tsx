import { X } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, useEffect, useRef } from 'react';

interface Props {
  /** Its name for who does not see it, such as "Tint shelf". */
  readonly name: string;
  readonly title: string;
  readonly children: ReactNode;
  close(): void;
}

/** A shelf that lies over the chain; Escape closes it. */
export function ShelfPanel({ name, title, children, close }: Props) {
  const panel = useRef<HTMLDivElement>(null);
  useEffect(() => panel.current?.focus(), []);
  function onKey(event: KeyboardEvent): void {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    close();
  }
  return (
    <div
      ref={panel}
      role="dialog"
      aria-label={name}
      tabIndex={-1}
      onKeyDown={onKey}
      className="pointer-events-auto absolute inset-0 grid grid-cols-1 content-start gap-1.5 overflow-y-auto border-r border-ink bg-paper px-2.5 py-2"
    >
      <header className="flex items-center">
        <h2 className="flex-1 truncate text-[13.5px]">{title}</h2>
        <button
          type="button"
          aria-label={`Close the ${name.toLowerCase()}`}
          onClick={close}
          className="grid h-6 w-6 place-items-center"
        >
          <X size={14} aria-hidden />
        </button>
      </header>
      {children}
    </div>
  );
}
