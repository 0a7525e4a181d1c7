import { hashShare } from '../../math/hash.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { addNoiseRow } from '../../raster/row-noise.ts';
import { flag, share, whole } from '../../settings/params.ts';
import { finish, mixedLight } from './kind.ts';
import { spotRows } from './spots.ts';

/** Widest streak in mm, and a square of the sheet that may have one toner speck. */
const STREAK = 2.6;
const SPECK_SQUARE = 2.2;
/** The value of a streak map where nothing is changed. */
const REST = 128;

export const copier = finish({
  name: 'copier',
  label: 'Photocopier',
  about: 'A copy of a copy: hard contrast, streaks of the drum, and specks of toner.',
  params: {
    on: flag('Photocopier', 'Whether the print looks photocopied.', false),
    contrast: share('Contrast of the copy', 'How hard the copier sets lights and darks apart.', 0.4, 0, 1),
    streaks: share('Streaks', 'How many streaks run along the sheet, lighter and darker.', 0.3, 0, 1),
    specks: share('Toner specks', 'How much stray toner there is, and how many holes are in the solids.', 0.3, 0, 1),
    seed: whole('Seed of the copier', 'Another number gives another copy.', 1, 0, 9999),
  },
  layers: [
    {
      kind: 'curve',
      name: 'contrast',
      used: ({ contrast }) => contrast > 0,
      curve({ contrast }) {
        const steep = 1 + 4 * contrast;
        return (encoded) => {
          // Lights go to the stock at once; darks keep their hue and turn a little darker.
          if (encoded <= 0.5) return encoded * (1 - 0.3 * contrast);
          const from = 0.5 * (1 - 0.3 * contrast);
          const t = Math.min(1, (encoded - 0.5) * steep);
          const hard = from + (1 - from) * t * t * (3 - 2 * t);
          const plain = from + (encoded - 0.5) * 2 * (1 - from);
          return plain + contrast * (hard - plain);
        };
      },
    },
    {
      kind: 'map',
      name: 'streaks',
      rest: REST,
      used: ({ streaks }) => streaks > 0,
      rows({ own, sheet }, area) {
        const perMm = sheet.ppi / MM_PER_INCH;
        const across = new Float64Array(area.width);
        for (const [size, weight] of [
          [STREAK, 0.5],
          [STREAK / 4, 0.3],
          [STREAK / 14, 0.2],
        ] as const) {
          const per = 1 / (size * perMm);
          addNoiseRow(across, (area.x + 0.5) * per, per, 0.5, own.seed + 601 + Math.round(100 * size), weight);
        }
        const fade = new Float64Array(area.width);
        return (y, out) => {
          fade.fill(0);
          const per = 1 / (2 * STREAK * perMm);
          addNoiseRow(fade, (area.x + 0.5) * per, per, (y + 0.5) / (60 * perMm), own.seed + 607, 1);
          for (let k = 0; k < out.length; k++) {
            // Only the far ends of the noise are streaks; they come and go along the sheet.
            const by = across[k]! - 0.5;
            const far = Math.max(0, Math.abs(by) - 0.16 + 0.08 * own.streaks) * fade[k]!;
            if (far > 0) out[k] = Math.min(255, Math.max(0, REST + Math.round((by > 0 ? 620 : -620) * far)));
          }
        };
      },
      light({ own, stock }) {
        const through = new Float64Array(3 * 256);
        const adds = new Float64Array(3 * 256);
        for (let v = 0; v < 256; v++) {
          const dark = v < REST ? (0.75 * own.streaks * (REST - v)) / REST : 0;
          const pale = v > REST ? (0.75 * own.streaks * (v - REST)) / (255 - REST) : 0;
          for (let c = 0; c < 3; c++) {
            through[3 * v + c] = (1 - dark) * (1 - pale);
            adds[3 * v + c] = pale * stock[c]!;
          }
        }
        return { through, adds };
      },
    },
    ...(['toner', 'holes'] as const).map((name) => ({
      kind: 'map' as const,
      name,
      rest: 0,
      used: ({ specks }: { readonly specks: number }) => specks > 0,
      rows(
        { own, sheet }: { own: { seed: number; specks: number }; sheet: { ppi: number } },
        area: Parameters<typeof spotRows>[0],
      ) {
        const perMm = sheet.ppi / MM_PER_INCH;
        const side = (name === 'toner' ? SPECK_SQUARE : SPECK_SQUARE / 2) * perMm;
        const seed = own.seed + (name === 'toner' ? 0 : 5000);
        return spotRows(area, side, (column, row) => {
          const chance = (what: number) => hashShare(column, row, seed + 131 * what);
          if (chance(1) >= 0.7 * own.specks) return null;
          const small = chance(2) * chance(2) * chance(2);
          return {
            x: (column + chance(3)) * side,
            y: (row + chance(4)) * side,
            radius: Math.max(0.55, (0.03 + 0.16 * small) * perMm),
            length: 0.1 * perMm * chance(5),
            turn: 6.283 * chance(6),
            value: Math.round(140 + 115 * chance(7)),
          };
        });
      },
      light: ({ stock }: { stock: readonly [number, number, number] }) =>
        name === 'toner' ? mixedLight(0.92, [0.012, 0.011, 0.01]) : mixedLight(0.8, stock),
    })),
  ],
});
