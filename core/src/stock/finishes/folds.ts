import { hashShare } from '../../math/hash.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { addNoiseRow } from '../../raster/row-noise.ts';
import { flag, share, whole } from '../../settings/params.ts';
import { finish } from './kind.ts';

/** Half the width of the crack of a fold, and how far its shadow reaches, in mm. */
const CRACK = 0.16;
const SHADE = 5;
/** The value where nothing is changed: lower ones are in the shadow, higher ones cracked. */
const REST = 128;
/** How far a fold strays from its line in mm, and over which length. */
const STRAY = 0.12;
const STRAY_LENGTH = 22;

/** Places of `count` folds that divide a length evenly. */
const places = (length: number, count: number): number[] =>
  Array.from({ length: count }, (_, k) => (length * (k + 1)) / (count + 1));

/** The value beside one fold: `by` mm from it, on the side that the light falls on or away from it. */
function foldValue(by: number, crack: number, turned: boolean): number {
  const far = Math.abs(by);
  if (far < CRACK && crack < 0.72) return 255 - Math.round((90 * far) / CRACK);
  if (by > 0 !== turned && far < SHADE) {
    const left = 1 - far / SHADE;
    return REST - Math.round(110 * left * left * left);
  }
  return REST;
}

export const folds = finish({
  name: 'folds',
  label: 'Folds',
  about: 'The sheet was folded and opened again: cracked ink and a soft shadow along each fold.',
  params: {
    on: flag('Folds', 'Whether the sheet was folded.', false),
    across: whole('Folds across', 'How many folds run from top to bottom.', 1, 0, 12),
    down: whole('Folds down', 'How many folds run from left to right.', 1, 0, 12),
    amount: share('Depth of folds', 'How deep the folds are.', 0.5, 0, 1),
    seed: whole('Seed of folds', 'Another number folds a little otherwise.', 1, 0, 9999),
  },
  layers: [
    {
      kind: 'map',
      name: 'folds',
      rest: REST,
      used: ({ amount, across, down }) => amount > 0 && across + down > 0,
      rows({ own, sheet }, area) {
        const perMm = sheet.ppi / MM_PER_INCH;
        const columns = places(sheet.width, own.across).map((x) => x + sheet.bleed);
        const rows = places(sheet.height, own.down).map((y) => y + sheet.bleed);
        const strayed = rows.map((_, k) => {
          const out = new Float64Array(area.width);
          const per = 1 / (STRAY_LENGTH * perMm);
          addNoiseRow(out, (area.x + 0.5) * per, per, 0.5, own.seed + 17 * k + 3, 2 * STRAY);
          return out;
        });
        const one = new Float64Array(1);
        const grain = Math.max(1, Math.round(0.12 * perMm));
        const wins = (out: Uint8Array, k: number, value: number) => {
          // The crack of one fold shows through the shadow of another.
          if (out[k] === REST || value > REST || value < Math.min(out[k]!, REST)) out[k] = value;
        };
        return (y, out) => {
          const mm = (y + 0.5) / perMm;
          columns.forEach((x, n) => {
            one[0] = 0;
            addNoiseRow(one, mm / STRAY_LENGTH, 1, 0.5, own.seed + 29 * n + 5, 2 * STRAY);
            const at = x + one[0]! - STRAY;
            const from = Math.max(0, Math.floor((at - SHADE) * perMm) - area.x);
            const to = Math.min(out.length, Math.ceil((at + SHADE) * perMm) - area.x);
            for (let k = from; k < to; k++) {
              const by = (area.x + k + 0.5) / perMm - at;
              const crack = hashShare(Math.floor((area.x + k) / grain), Math.floor(y / grain), own.seed + n);
              wins(out, k, foldValue(by, crack, n % 2 === 1));
            }
          });
          rows.forEach((at, n) => {
            if (Math.abs(mm - at) > SHADE + STRAY) return;
            const stray = strayed[n]!;
            for (let k = 0; k < out.length; k++) {
              const by = mm - (at + stray[k]! - STRAY);
              const crack = hashShare(Math.floor((area.x + k) / grain), Math.floor(y / grain), own.seed + 50 + n);
              wins(out, k, foldValue(by, crack, n % 2 === 1));
            }
          });
        };
      },
      light({ own, stock }) {
        const through = new Float64Array(3 * 256);
        const adds = new Float64Array(3 * 256);
        for (let v = 0; v < 256; v++) {
          const shade = v < REST ? 1 - (0.5 * own.amount * (REST - v)) / REST : 1;
          const bare = v > REST ? Math.min(1, (1.6 * own.amount * (v - REST)) / (255 - REST)) : 0;
          for (let c = 0; c < 3; c++) {
            through[3 * v + c] = shade * (1 - bare);
            // The torn fibres are a little lighter than the stock.
            adds[3 * v + c] = bare * (stock[c]! + 0.15 * (1 - stock[c]!));
          }
        }
        return { through, adds };
      },
    },
  ],
});
