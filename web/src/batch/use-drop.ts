import { useEffect, useRef, useState } from 'react';
import { filesOfDrop } from './files-of-drop.ts';

/** Takes files and folders dropped anywhere on the page; returns whether some hover over it. */
export function useDrop(take: (files: File[]) => void): boolean {
  const [over, setOver] = useState(false);
  const latest = useRef(take);
  latest.current = take;
  useEffect(() => {
    const holds = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false;
    const onOver = (event: DragEvent) => {
      if (!holds(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const onLeave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const onDrop = (event: DragEvent) => {
      setOver(false);
      if (!holds(event)) return;
      event.preventDefault();
      void filesOfDrop(event.dataTransfer!).then((files) => latest.current(files));
    };
    window.addEventListener('dragover', onOver);
    window.addEventListener('dragleave', onLeave);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', onOver);
      window.removeEventListener('dragleave', onLeave);
      window.removeEventListener('drop', onDrop);
    };
  }, []);
  return over;
}
