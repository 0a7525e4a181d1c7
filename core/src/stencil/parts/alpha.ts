import { planned } from '../../raster/planned.ts';
import { settledCover } from '../cover.ts';
import { partKind } from './kind.ts';
import { PLACING_PARAMS } from './placing.ts';

export const alpha = partKind({
  name: 'alpha',
  label: 'Cut-out',
  about: 'Where a picture is opaque, or what its cut-out leaves of it.',
  params: PLACING_PARAMS,
  plan: (placing, asked) =>
    planned('alpha', null, [asked.feed(placing, 'alpha')], (_, [light]) => (area) => {
      const { depth, data } = light.read(area);
      // Coverage stands as darkness: what is opaque is black.
      return settledCover(Uint8Array.from(data, (code) => (depth === 8 ? 255 - code : 255 - Math.round(code / 257))));
    }),
});
