import { useRef } from 'react';

/**
 * For controls that are drawn again only when what they show changes, and not because the view around them was drawn
 * again, as happens many times a second in a drag: `memo(Part, sameShown)` inside a component that passes `useSteady(props)`.
 */

type Values = Readonly<Record<string, unknown>>;
type Call = (...values: unknown[]) => unknown;

const isPlain = (value: unknown): value is Values =>
  typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype;

function sameValues(a: Values, b: Values, same: (x: unknown, y: unknown) => boolean): boolean {
  const names = Object.keys(a);
  return names.length === Object.keys(b).length && names.every((name) => name in b && same(a[name], b[name]));
}

/** Whether two values are the same; plain objects are when what they hold is. */
const sameValue = (x: unknown, y: unknown): boolean =>
  Object.is(x, y) || (isPlain(x) && isPlain(y) && sameValues(x, y, Object.is));

/** Whether a control that is given `after` shows what it shows for `before`. */
export const sameShown = (before: object, after: object): boolean =>
  sameValues(before as Values, after as Values, sameValue);

/** The props with functions that stay the same and call the latest ones that were given. */
export function useSteady<P extends object>(props: P): P {
  const latest = useRef(props as Values);
  latest.current = props as Values;
  const calls = useRef<Record<string, Call>>({});
  const given: Record<string, unknown> = { ...(props as Values) };
  for (const [name, value] of Object.entries(props)) {
    if (typeof value !== 'function') continue;
    calls.current[name] ??= (...values) => (latest.current[name] as Call)(...values);
    given[name] = calls.current[name];
  }
  return given as P;
}
