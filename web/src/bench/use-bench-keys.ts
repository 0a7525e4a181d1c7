import type { Job, Pass } from '@chromatype/core';
import { useEffect, useRef } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { addPass, duplicatePass, movePass, newId, setOn } from '../document/edits.ts';
import { edit, redo, undo } from '../document/store.ts';
import { isTyping } from '../ui/is-typing.ts';
import { takeTool, toggleTool } from './tools/tool-store.ts';
import { fitSheet, zoomStep, zoomTo } from './view-store.ts';

const layDown = (): void => takeTool('none');

/** A key press as the table below names it. */
function nameOf(event: KeyboardEvent): string {
  const key = event.code.startsWith('Key') ? event.code.slice(3).toLowerCase() : event.key;
  return [
    (event.ctrlKey || event.metaKey) && 'ctrl',
    event.altKey && 'alt',
    event.shiftKey && key.length > 1 && 'shift',
    event.shiftKey && event.ctrlKey && key.length === 1 && 'shift',
    key,
  ]
    .filter(Boolean)
    .join(' ');
}

/** The Bench's keys; help/keys.ts lists them for the artist. */
export function useBenchKeys(job: Job, pass: Pass | null, choose: (id: string) => void): void {
  const navigate = useNavigate();
  const { search, pathname } = useLocation();
  const press = (name: string): (() => void) | undefined => {
    const at = job.passes.findIndex((p) => p.id === pass?.id);
    const next = (by: number) => job.passes[at + by]?.id;
    const added = newId();
    const actions: Record<string, () => void> = {
      'ctrl z': undo,
      'ctrl shift z': redo,
      'ctrl y': redo,
      'ctrl Enter': () => navigate(`${pathname.replace(/\/output$/, '')}/output${search}`),
      Escape: layDown,
      'alt b': () => toggleTool('paint'),
      'alt p': () => toggleTool('place'),
      '0': fitSheet,
      '1': () => zoomTo(1),
      '+': () => zoomStep(1),
      '-': () => zoomStep(-1),
      '[': () => choose(at < 1 ? 'stock' : next(-1)!),
      ']': () => next(1) && choose(next(1)!),
      'alt [': () => pass && at > 0 && edit(movePass(pass.id, next(-1)!)),
      'alt ]': () => pass && next(1) && edit(movePass(pass.id, next(1)!)),
      'alt n': () => {
        edit(addPass(added));
        choose(added);
      },
      'alt d': () => {
        if (!pass) return;
        edit(duplicatePass(pass.id, added));
        choose(added);
      },
      'alt h': () => pass && edit(setOn(pass.id, !pass.on)),
    };
    return actions[name];
  };
  const latest = useRef(press);
  latest.current = press;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const name = nameOf(event);
      // Inside a field, undo and redo are the browser's own until the field is left.
      if (event.defaultPrevented || isTyping(event.target)) return;
      const action = latest.current(name);
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
