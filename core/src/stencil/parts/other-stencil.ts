import { flag } from '../../settings/params.ts';
import { planned } from '../../raster/planned.ts';
import { invertedCover } from '../cover.ts';
import { partKind } from './kind.ts';

export const otherStencil = partKind({
  name: 'stencil',
  label: 'Stencil',
  about: 'Another stencil of the job.',
  params: {
    stencil: { kind: 'stencil', label: 'Stencil', about: 'Which stencil is taken.', normal: null },
    outside: flag('Outside', 'Takes what lies outside the stencil.', false),
  } as const,
  fault: ({ stencil }) => (stencil === null ? 'A part takes another stencil but names none; choose one.' : null),
  plan({ stencil, outside }, asked) {
    const other = asked.stencil(stencil!);
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
