import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

export interface Room {
  readonly width: number;
  readonly height: number;
}

/** The size of an element in CSS pixels, once it is known. */
export function useRoom(): [RefObject<HTMLDivElement | null>, Room | null] {
  const element = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<Room | null>(null);
  useLayoutEffect(() => {
    const watcher = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = element.current!;
      setRoom((known) => (known?.width === width && known.height === height ? known : { width, height }));
    });
    if (element.current) watcher.observe(element.current);
    return () => watcher.disconnect();
  }, []);
  return [element, room];
}
