import { type RefObject, useEffect, useState } from 'react';

/**
 * Whether an element has been in sight yet; true from the beginning where nobody waits for that. `margin`: so far beyond the
 * edge of the window counts as in sight, as CSS states it.
 */
export function useSeen(element: RefObject<HTMLElement | null>, waits: boolean, margin = '0px'): boolean {
  const [seen, setSeen] = useState(!waits);
  useEffect(() => {
    if (seen) return;
    const options = { rootMargin: margin };
    const observer = new IntersectionObserver((entries) => {
      if (entries.some((e) => e.isIntersecting)) setSeen(true);
    }, options);
    observer.observe(element.current!);
    return () => observer.disconnect();
  }, [seen, element, margin]);
  return seen;
}
