import { deleteStones, type Job, lockStones, moveStones, type Pass } from '@chromatype/core';
import { type RefObject, useEffect, useRef } from 'react';
import { redo, undo } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';
import { isTyping } from '../ui/is-typing.ts';
import { editPicks } from './edit-picks.ts';
import { setStonesState, useStones } from './stones-store.ts';

interface Asked {
  readonly job: Job;
  readonly pass: Pass;
  readonly laid: SheetStones;
  readonly picks: ReadonlySet<number>;
  /** Whether the space bar is held. */
  readonly space: RefObject<boolean>;
  fit(): void;
  zoom(times: number): void;
}

/** mm of one arrow key, and with Shift. */
const STEP = 0.1;
const FAR = 1;

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The keys of the Stones view; help/keys.ts lists them. */
export function useStoneKeys(asked: Asked): void {
  const latest = useRef(asked);
  latest.current = asked;
  useEffect(() => {
    function press(event: KeyboardEvent): (() => void) | undefined {
      const { job, pass, laid, picks, fit, zoom } = latest.current;
      const arrow = ARROWS[event.key];
      if (arrow && picks.size > 0) {
        return () => {
          const by = event.shiftKey ? FAR : STEP;
          const [right, down] = [arrow[0] * by, arrow[1] * by];
          const to = useStones.getState().picks.map((p) => ({ x: p.x + right, y: p.y + down }));
          editPicks(pass, laid, picks, (own, list) => moveStones(own, laid.stones, job.stones, list, right, down));
          setStonesState({ picks: to });
        };
      }
      const held = [event.ctrlKey || event.metaKey ? 'ctrl' : '', event.shiftKey && event.key !== '+' ? 'shift' : ''];
      const name = [...held, event.key.toLowerCase()].filter(Boolean).join(' ');
      const actions: Record<string, () => void> = {
        'ctrl z': undo,
        'ctrl shift z': redo,
        'ctrl y': redo,
        '0': fit,
        '+': () => zoom(1.25),
        '-': () => zoom(0.8),
        escape: () => setStonesState({ picks: [], tool: 'choose' }),
        delete: () => {
          editPicks(pass, laid, picks, (own, list) => deleteStones(own, laid.stones, job.stones, list));
          setStonesState({ picks: [] });
        },
        'ctrl a': () => {
          const { count, x, y } = laid.stones;
          setStonesState({ picks: Array.from({ length: count }, (_, k) => ({ x: x[k]!, y: y[k]! })) });
        },
        'ctrl l': () =>
          editPicks(pass, laid, picks, (own, list) => lockStones(own, laid.stones, job.stones, list, true)),
      };
      return actions[name];
    }
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || isTyping(event.target)) return;
      if (event.code === 'Space' && !(event.target instanceof HTMLButtonElement)) {
        latest.current.space.current = true;
        event.preventDefault();
        return;
      }
      const action = press(event);
      if (!action) return;
      event.preventDefault();
      action();
    };
    const onUp = (event: KeyboardEvent) => {
      if (event.code === 'Space') latest.current.space.current = false;
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onUp);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onUp);
    };
  }, []);
}
