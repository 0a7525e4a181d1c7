import type { Stroke } from '../../settings/params.ts';

/** A rough stroke on the subject or on what lies behind it; lengths in picture widths. */
export type Mark = Stroke<(typeof MARK_DOES)[number]>;
export const MARK_DOES = ['subject', 'behind'] as const;

/** What is known of each pixel: 0 nothing, or one of these. */
export type Known = Uint8Array;
export const SUBJECT = 1;
export const BEHIND = 2;

/** Marks the pixels whose middles lie within `radius` of a line from (x0, y0) to (x1, y1). */
function markLine(
  known: Known,
  width: number,
  height: number,
  [x0, y0, x1, y1]: readonly [number, number, number, number],
  radius: number,
  value: number,
): void {
  const dx = x1 - x0;
  const dy = y1 - y0;
  const length = dx * dx + dy * dy;
  const bottom = Math.min(height - 1, Math.ceil(Math.max(y0, y1) + radius));
  const right = Math.min(width - 1, Math.ceil(Math.max(x0, x1) + radius));
  const left = Math.max(0, Math.floor(Math.min(x0, x1) - radius));
  for (let y = Math.max(0, Math.floor(Math.min(y0, y1) - radius)); y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      const px = x + 0.5 - x0;
      const py = y + 0.5 - y0;
      const t = length === 0 ? 0 : Math.min(1, Math.max(0, (px * dx + py * dy) / length));
      const ex = px - t * dx;
      const ey = py - t * dy;
      if (ex * ex + ey * ey <= radius * radius) known[y * width + x] = value;
    }
  }
}

/** What strokes tell of the pixels of a picture of a size: later strokes win. A stroke is a pixel wide at least. */
export function knownPixels(marks: readonly Mark[], width: number, height: number): Known {
  const known = new Uint8Array(width * height);
  for (const { does, size, points } of marks) {
    const value = does === 'subject' ? SUBJECT : BEHIND;
    const radius = Math.max(0.75, (size * width) / 2);
    const at = (k: number) => points[k]! * width;
    for (let k = 0; k < points.length; k += 3) {
      const n = k + 3 < points.length ? k + 3 : k;
      if (n === k && k > 0) break;
      markLine(known, width, height, [at(k), at(k + 1), at(n), at(n + 1)], radius, value);
    }
  }
  return known;
}
