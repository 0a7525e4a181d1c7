/** The frame that is due so many milliseconds after frame `from` was shown; null when a clip without loop is over. */
export function frameDue(
  from: number,
  milliseconds: number,
  rate: number,
  [first, last]: readonly [number, number],
  loop: boolean,
): number | null {
  const gone = Math.floor((milliseconds * rate) / 1000 + 1e-6);
  const begin = Math.min(last, Math.max(first, from));
  const at = begin + gone;
  if (at <= last) return at;
  return loop ? first + ((at - first) % (last - first + 1)) : null;
}

/** Counts what was shown in the last second. */
export function createRateMeter(now: () => number) {
  let shown: number[] = [];
  return {
    count(): void {
      shown.push(now());
    },
    /** How many in the last second. */
    rate(): number {
      const before = now() - 1000;
      shown = shown.filter((at) => at > before);
      return shown.length;
    },
    clear(): void {
      shown = [];
    },
  };
}
