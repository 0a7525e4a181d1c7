import { useEffect } from 'react';
import { isTyping } from '../ui/is-typing.ts';
import { setLooks, toggleGrey, toggleSplit, toggleStepBack, useLooks } from './look-store.ts';

const ACTIONS: Readonly<Record<string, () => void>> = { g: toggleGrey, s: toggleStepBack, b: toggleSplit };

/** L holds the loupe; G, S and B switch grey, step back and before and after. */
export function useLookKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key === 'l' && !event.repeat) {
        const { loupe } = useLooks.getState();
        if (event.type === 'keydown' && loupe === 'off') setLooks({ loupe: 'held' });
        else if (event.type === 'keyup' && loupe === 'held') setLooks({ loupe: 'off' });
      } else if (event.type === 'keydown' && !event.repeat) ACTIONS[key]?.();
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onKey);
    };
  }, []);
}
