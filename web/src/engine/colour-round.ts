import type { PictureSource } from '@chromatype/core';

/** Pixels looked at to each side of a spot. */
const ROUND = 1;

/** Mean colour of a few pixels round a spot, `#rrggbb`; x and y are shares of the picture's width and height. */
export function colourRound(source: PictureSource, x: number, y: number): string {
  const cx = Math.min(source.width - 1, Math.max(0, Math.floor(x * source.width)));
  const cy = Math.min(source.height - 1, Math.max(0, Math.floor(y * source.height)));
  const sums = [0, 0, 0];
  let count = 0;
  for (let row = Math.max(0, cy - ROUND); row <= Math.min(source.height - 1, cy + ROUND); row++) {
    const bytes = source.read(row, 1);
    for (let column = Math.max(0, cx - ROUND); column <= Math.min(source.width - 1, cx + ROUND); column++, count++) {
      for (let c = 0; c < 3; c++) sums[c]! += bytes[source.channels === 1 ? column : 4 * column + c]!;
    }
  }
  return `#${sums
    .map((s) =>
      Math.round(s / count)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}
