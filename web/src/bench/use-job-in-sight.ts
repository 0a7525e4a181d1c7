import type { Job } from '@chromatype/core';
import { useSyncExternalStore } from 'react';
import { useOpenJob } from '../document/store.ts';
import { pictureShown } from '../preview/picture-shown.ts';

/** What the view shows while a picture of something newer is on its way; null when that is the open job itself. */
let held: Job | null = null;

/** Whether a button, a finger or a pen is down. Colours that are picked and text that is typed are shown at once. */
let pressed = false;
addEventListener('pointerdown', () => (pressed = true), true);
for (const end of ['pointerup', 'pointercancel']) addEventListener(end, () => (pressed = false), true);
addEventListener('blur', () => (pressed = false));

/**
 * While a hand drags, the sheet comes first: the workers have the processor until their first picture is there, and what
 * stands around the sheet is drawn after that. At rest everything is drawn at once.
 */
function subscribe(changed: () => void): () => void {
  const show = (): void => {
    if (!held) return;
    held = null;
    changed();
  };
  const stop = useOpenJob.subscribe((now, before) => {
    if (pressed && now.dragging && now.id === before.id && now.job !== before.job) {
      if (held) return;
      held = before.job;
      void pictureShown().then(show);
      return;
    }
    held = null;
    changed();
  });
  return () => {
    stop();
    held = null;
  };
}

/** The open job as the view around the sheet shows it: in a drag it follows the sheet. */
export const useJobInSight = (): Job => useSyncExternalStore(subscribe, () => held ?? useOpenJob.getState().job)!;
