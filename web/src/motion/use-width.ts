import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

/** The width of an element in CSS pixels, kept up to date. */
export function useWidth<E extends HTMLElement>(): [RefObject<E | null>, number] {
  const own = useRef<E>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const watcher = new ResizeObserver(() => setWidth(own.current!.clientWidth));
    watcher.observe(own.current!);
    return () => watcher.disconnect();
  }, []);
  return [own, width];
}
