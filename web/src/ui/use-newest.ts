import { useCallback, useRef } from 'react';

/**
 * Begins a request and returns whether it is still the newest one. A later request makes it old, but taking the
 * component off the page does not: what the artist asked for is still carried out.
 */
export function useNewest(): () => () => boolean {
  const newest = useRef(0);
  return useCallback(() => {
    newest.current += 1;
    const own = newest.current;
    return () => own === newest.current;
  }, []);
}
