import { MM_PER_INCH } from '../../math/units.ts';
import { planned } from '../../raster/planned.ts';
import { onPrintedSheet, type PaintStroke, paintShare } from '../../raster/strokes.ts';
import type { Stroke } from '../../settings/params.ts';
import { settledCover } from '../cover.ts';
import { partKind } from './kind.ts';

const DOES = ['paint', 'erase'] as const;

const params = {
  strokes: {
    kind: 'strokes',
    label: 'Strokes',
    about: 'What was painted, stroke by stroke.',
    normal: [] as readonly Stroke<(typeof DOES)[number]>[],
    on: 'sheet',
    does: DOES,
  },
} as const;

const asPaint = (s: Stroke<(typeof DOES)[number]>): PaintStroke => ({
  ...s,
  does: s.does === 'paint' ? 'darken' : 'erase',
});

export const brush = partKind({
  name: 'brush',
  label: 'Brush',
  about: 'Painted and erased by hand.',
  params,
  plan: ({ strokes }, { sheet: { bleed, ppi } }) =>
    planned('brush', { strokes, bleed, ppi }, [], (own) => {
      const moved = onPrintedSheet(own.strokes.map(asPaint), own.bleed);
      return (area) => {
        const share = paintShare(moved, area, own.ppi / MM_PER_INCH);
        if (!share) return 0;
        const out = new Uint8Array(share.length);
        for (let k = 0; k < out.length; k++) out[k] = Math.round(255 * share[k]!);
        return settledCover(out);
      };
    }),
});
