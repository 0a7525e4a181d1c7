import type { KeyboardEvent } from 'react';
import { togglePlay } from './motion-store.ts';

/** The keys of what stands in time: the space bar plays and pauses, and `step` hears the way of left and right arrows. */
export function onStepKey(event: KeyboardEvent, step: (by: 1 | -1) => void): void {
  const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
  if (by === 0 && event.key !== ' ') return;
  event.preventDefault();
  event.stopPropagation();
  if (by === 0) togglePlay();
  else step(by);
}
