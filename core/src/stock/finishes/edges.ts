import { hashShare } from '../../math/hash.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { addNoiseRow } from '../../raster/row-noise.ts';
import { amount, flag, share, whole } from '../../settings/params.ts';
import { finish, mixedLight } from './kind.ts';

export const edges = finish({
  name: 'edges',
  label: 'Worn edges',
  about: 'Edges and corners that are rubbed: the ink is gone there and the stock is scuffed.',
  params: {
    on: flag('Worn edges', 'Whether the edges of the sheet are worn.', false),
    reach: amount('Reach of wear', 'How far from the edges the wear reaches.', 4, 0.5, 100, 0.5, 'mm'),
    amount: share('Amount of wear', 'How much of the edges is worn.', 0.5, 0, 1),
    seed: whole('Seed of worn edges', 'Another number wears other places.', 1, 0, 9999),
  },
  layers: [
    {
      kind: 'map',
      name: 'edges',
      rest: 0,
      used: ({ amount: much }) => much > 0,
      rows({ own, sheet }, area) {
        const perMm = sheet.ppi / MM_PER_INCH;
        const reach = own.reach * perMm;
        const [left, top] = [sheet.bleed * perMm, sheet.bleed * perMm];
        const [right, bottom] = [left + sheet.width * perMm, top + sheet.height * perMm];
        const rough = new Float64Array(area.width);
        return (y, out) => {
          rough.fill(0);
          for (const [size, weight] of [
            [0.9, 0.5],
            [0.25, 0.3],
            [0.07, 0.2],
          ] as const) {
            const per = 1 / (size * reach);
            addNoiseRow(rough, (area.x + 0.5) * per, per, (y + 0.5) * per, own.seed + Math.round(100 * size), weight);
          }
          const down = Math.min(y + 0.5 - top, bottom - y - 0.5);
          for (let k = 0; k < out.length; k++) {
            const x = area.x + k + 0.5;
            const across = Math.min(x - left, right - x);
            const far = Math.min(across, down) / reach;
            // Corners lie in the reach of two edges.
            const both = Math.max(0, 1 - across / (2 * reach)) * Math.max(0, 1 - down / (2 * reach));
            const worn = Math.min(1.35, Math.max(0, 1 - far + 0.9 * both));
            const share = (rough[k]! - 0.95 + 0.75 * own.amount * worn * worn) / 0.14;
            if (share <= 0) continue;
            out[k] = share >= 1 ? 255 : share > hashShare(area.x + k, y, own.seed + 9) ? 255 : Math.round(130 * share);
          }
        };
      },
      light: ({ stock }) => mixedLight(0.92, [0.12 + 0.88 * stock[0], 0.12 + 0.88 * stock[1], 0.12 + 0.88 * stock[2]]),
    },
  ],
});
