interface Placed {
  getBoundingClientRect(): { readonly left: number; readonly top: number };
}

/**
 * The place that an arrow key, Home or End leads to from one of several things in rows: left and right go on through
 * the rows, up and down to the nearest of the next row. Null for other keys; the ends do not lead on.
 */
export function neighbour(key: string, at: number, places: readonly Placed[]): number | null {
  if (key === 'Home') return 0;
  if (key === 'End') return places.length - 1;
  if (key === 'ArrowLeft') return Math.max(0, at - 1);
  if (key === 'ArrowRight') return Math.min(places.length - 1, at + 1);
  const down = { ArrowDown: 1, ArrowUp: -1 }[key];
  if (!down) return null;
  const boxes = places.map((p) => p.getBoundingClientRect());
  const here = boxes[at];
  if (!here) return 0;
  const rows = [...new Set(boxes.map((b) => b.top))].toSorted((a, b) => a - b);
  const row = rows[rows.indexOf(here.top) + down];
  if (row === undefined) return at;
  const inRow = boxes.flatMap((box, k) => (box.top === row ? [k] : []));
  const away = (k: number) => Math.abs(boxes[k]!.left - here.left);
  return inRow.reduce((best, k) => (away(k) < away(best) ? k : best));
}
