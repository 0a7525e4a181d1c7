import { useSyncExternalStore } from 'react';

/** Windows narrower than this show a job and do not change it. */
const NARROW = '(max-width: 999px)';

const query = window.matchMedia(NARROW);

function subscribe(changed: () => void): () => void {
  query.addEventListener('change', changed);
  return () => query.removeEventListener('change', changed);
}

/** Whether the window is as narrow as a phone. */
export const useNarrow = (): boolean => useSyncExternalStore(subscribe, () => query.matches);
