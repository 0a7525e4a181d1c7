import type { ReactNode } from 'react';

interface Props {
  readonly label: string;
  readonly title: string;
  readonly children: ReactNode;
  onClick(): void;
}

/** A small button under a card. */
export function CardButton({ label, title, children, onClick }: Props) {
  return (
    <button type="button" className="p-[5px] hover:text-hot-text" aria-label={label} title={title} onClick={onClick}>
      {children}
    </button>
  );
}
