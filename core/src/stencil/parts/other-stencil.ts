import { MM_PER_INCH } from '../../math/units.ts';
import { amount, flag } from '../../settings/params.ts';
import { planned } from '../../raster/planned.ts';
import { clampedTo, invertedCover } from '../cover.ts';
import type { PlannedCover } from '../edges.ts';
import { type PartAsked, partKind } from './kind.ts';

/** A cover that lies so many mm further; what comes from beyond the sheet goes on as at its edge. */
function moved(other: PlannedCover, right: number, down: number, { size, sheet: { ppi } }: PartAsked): PlannedCover {
  const pixels = (mm: number) => Math.round((mm * ppi) / MM_PER_INCH);
  const by = { x: pixels(right), y: pixels(down) };
  if (by.x === 0 && by.y === 0) return other;
  return planned('moved', { by, size }, [other], (own, [o]) => {
    const read = clampedTo(own.size, o.read);
    return (area) => read({ ...area, x: area.x - own.by.x, y: area.y - own.by.y });
  });
}

export const otherStencil = partKind({
  name: 'stencil',
  label: 'Stencil',
  about: 'Another stencil of the job.',
  params: {
    stencil: { kind: 'stencil', label: 'Stencil', about: 'Which stencil is taken.', normal: null },
    outside: flag('Outside', 'Takes what lies outside the stencil.', false),
    right: amount('Moved right', 'How far to the right of its place the stencil is taken.', 0, -500, 500, 0.5, 'mm'),
    down: amount('Moved down', 'How far below its place the stencil is taken.', 0, -500, 500, 0.5, 'mm'),
  } as const,
  fault: ({ stencil }) => (stencil === null ? 'A part takes another stencil but names none; choose one.' : null),
  plan({ stencil, outside, right, down }, asked) {
    const other = moved(asked.stencil(stencil!), right, down, asked);
    return outside
      ? planned(
          'outside',
          null,
          [other],
          (_, [o]) =>
            (area) =>
              invertedCover(o.read(area)),
        )
      : other;
  },
});
