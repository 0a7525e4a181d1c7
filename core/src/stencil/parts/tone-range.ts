import { encodeSrgb } from '../../colour/srgb.ts';
import { planned } from '../../raster/planned.ts';
import { share } from '../../settings/params.ts';
import { clampedTo, settledCover } from '../cover.ts';
import { partKind } from './kind.ts';
import { PLACING_PARAMS } from './placing.ts';
import { risen } from './ramp.ts';

const params = {
  ...PLACING_PARAMS,
  from: share('From', 'The lightest tone that is taken.', 0.5),
  to: share('To', 'The darkest tone that is taken.', 1),
  soft: share('Soft ends', 'Width over which the ends of the range fade.', 0.05),
} as const;

/** Cover of each code of light of a depth, by how dark it looks: 1 less its sRGB value. */
function tableOf(
  { from, to, soft }: { readonly from: number; readonly to: number; readonly soft: number },
  depth: 8 | 16,
) {
  const last = depth === 8 ? 255 : 65535;
  return Uint8Array.from({ length: last + 1 }, (_, code) => {
    const tone = 1 - (depth === 8 ? code / last : encodeSrgb(code / last));
    // The ends of the scale belong to a range that reaches them.
    const above = from === 0 ? 1 : risen(tone, from, soft);
    const below = to === 1 ? 1 : risen(-tone, -to, soft);
    return Math.round(255 * Math.min(above, below));
  });
}

export const toneRange = partKind({
  name: 'tone',
  label: 'Range of tone',
  about: 'Where a picture is as dark as a range says.',
  params,
  fault: ({ from, to }) => (from > to ? 'The lightest tone of a range must not be darker than its darkest.' : null),
  plan({ from, to, soft, ...placing }, asked) {
    const light = asked.feed(placing, 'lightness');
    return planned('tone range', { from, to, soft, size: asked.size }, [light], (own, [read]) => {
      const tables = new Map<8 | 16, Uint8Array>();
      return clampedTo(own.size, (area) => {
        const { depth, data } = read.read(area);
        const table = tables.get(depth) ?? tableOf(own, depth);
        tables.set(depth, table);
        const out = new Uint8Array(data.length);
        for (let k = 0; k < out.length; k++) out[k] = table[data[k]!]!;
        return settledCover(out);
      });
    });
  },
});
