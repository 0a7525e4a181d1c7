import type { KeyboardEvent } from 'react';

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** How far an arrow key moves what has the focus, in mm across and down: 1, or 10 with Shift. Null for all other keys. */
export function arrowMove(event: KeyboardEvent): readonly [number, number] | null {
  const arrow = ARROWS[event.key];
  if (!arrow) return null;
  event.preventDefault();
  event.stopPropagation();
  const mm = event.shiftKey ? 10 : 1;
  return [arrow[0] * mm, arrow[1] * mm];
}
