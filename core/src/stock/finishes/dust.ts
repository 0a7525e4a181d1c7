import { hashShare } from '../../math/hash.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { amount, choiceOf, flag, share, whole } from '../../settings/params.ts';
import { spotRows } from './spots.ts';
import { finish, mixedLight } from './kind.ts';

export const dust = finish({
  name: 'dust',
  label: 'Dust',
  about: 'Specks and short hairs, as on a print that lay about or was scanned.',
  params: {
    on: flag('Dust', 'Whether there is dust on the print.', false),
    amount: share('Amount of dust', 'How many specks there are.', 0.3, 0, 1),
    size: amount('Size of dust', 'How wide the largest specks are.', 0.35, 0.05, 5, 0.05, 'mm'),
    tone: choiceOf('Dust is', 'Whether specks are light or dark.', [
      { name: 'light', label: 'Light', about: 'White specks: bare spots and fluff.' },
      { name: 'dark', label: 'Dark', about: 'Black specks: dirt.' },
    ] as const),
    seed: whole('Seed of dust', 'Another number scatters it elsewhere.', 1, 0, 9999),
  },
  layers: [
    {
      kind: 'map',
      name: 'dust',
      rest: 0,
      used: ({ amount: much }) => much > 0,
      rows({ own, sheet }, area) {
        const perMm = sheet.ppi / MM_PER_INCH;
        const side = 9 * own.size * perMm;
        return spotRows(area, side, (column, row) => {
          const chance = (what: number) => hashShare(column, row, own.seed + 113 * what);
          if (chance(1) >= own.amount) return null;
          const radius = 0.5 * own.size * perMm * (0.25 + 0.75 * chance(2) * chance(2));
          const hair = chance(3) < 0.12;
          return {
            x: (column + chance(4)) * side,
            y: (row + chance(5)) * side,
            radius: hair ? Math.max(0.5, radius * 0.25) : Math.max(0.5, radius),
            length: hair ? side * (0.4 + 0.8 * chance(6)) : radius * chance(6),
            turn: 6.283 * chance(7),
            value: Math.round(150 + 105 * chance(8)),
          };
        });
      },
      light: ({ own, stock }) =>
        own.tone === 'light'
          ? mixedLight(0.95, [1, 1, 1])
          : mixedLight(0.85, [0.03 * stock[0], 0.03 * stock[1], 0.03 * stock[2]]),
    },
  ],
});
