import { frameCount, type Job } from '@chromatype/core';
import { useEffect, useRef } from 'react';
import { removeKey } from '../document/motion-edits.ts';
import { edit, redo, undo } from '../document/store.ts';
import { isTyping, takesSpace } from '../ui/is-typing.ts';
import { goToFrame, playedRange, setMotionView, togglePlay, useMotion } from './motion-store.ts';

/** Takes the chosen key out, in one step of undo. */
function removeChosen(): void {
  const { chosen } = useMotion.getState();
  if (!chosen) return;
  edit(removeKey(chosen.track, chosen.at));
  setMotionView({ chosen: null });
}

/** The keys of the Motion view; help/keys.ts lists them for the artist. */
export function useMotionKeys(job: Job): void {
  const latest = useRef(job);
  latest.current = job;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isTyping(event.target)) return;
      // A button that has the focus is pressed by the space bar.
      if (event.key === ' ' && takesSpace(event.target)) return;
      const { frame } = useMotion.getState();
      const frames = frameCount(latest.current.motion.settings);
      const [first, last] = playedRange(useMotion.getState(), frames);
      const control = event.ctrlKey || event.metaKey;
      const name = `${control ? 'ctrl ' : ''}${event.shiftKey && control ? 'shift ' : ''}${event.key.toLowerCase()}`;
      const by = event.shiftKey ? 10 : 1;
      const actions: Readonly<Record<string, () => void>> = {
        ' ': togglePlay,
        arrowleft: () => goToFrame(frame - by, frames),
        arrowright: () => goToFrame(frame + by, frames),
        home: () => goToFrame(first, frames),
        end: () => goToFrame(last, frames),
        o: () => setMotionView({ onion: !useMotion.getState().onion }),
        delete: removeChosen,
        'ctrl z': undo,
        'ctrl shift z': redo,
        'ctrl y': redo,
      };
      const action = actions[name];
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
