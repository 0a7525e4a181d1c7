import {
  findPrint,
  type Ink,
  PLAIN_SCANNER,
  plainInk,
  plainStock,
  recipeOfFindings,
  matchSettings,
  scanPrint,
} from '../../src/index.ts';
import { pictureTones, printed, screenOf } from './made-scans.ts';

const SIDE = 800;
const PPI = 600;
const INKS: readonly Ink[] = [
  plainInk('Lamp yellow', '#f2b632'),
  plainInk('Kite red', '#e5482d'),
  plainInk('Harbour blue', '#1d3f72'),
];
const ANGLES = [45, 75, 15];

/** A scan of a print whose inks lie off their places, in pixels of the scan; `common`: how much of their tones they share. */
function scanOff(inks: readonly Ink[], off: readonly (readonly [number, number])[], seed: number, common: number) {
  const scale = 2;
  const shared = pictureTones(seed);
  const plates = inks.map((ink, k) => {
    const own = pictureTones(seed + 40 * (k + 1));
    return {
      ink,
      screen: screenOf({ angle: ANGLES[INKS.indexOf(ink)]!, frequency: { value: 50, per: 'lpi' as const } }),
      tone: (x: number, y: number) => {
        const [u, v] = [x - off[k]![0] / SIDE, y - off[k]![1] / SIDE];
        return Math.min(1, Math.max(0, common * shared(u, v) + (1.05 - common) * own(u, v) - 0.08));
      },
    };
  });
  const sheet = printed({ stock: plainStock('White', '#f8f8f6'), plates, ppi: PPI * scale, side: SIDE * scale });
  const rgb = scanPrint(sheet, { ...PLAIN_SCANNER, scale, blur: 0.6, width: SIDE, height: SIDE });
  return findPrint({ width: SIDE, height: SIDE, rgb }, { ppi: PPI });
}

/** Inks of the findings by the order in which they were printed: by their angles, which the shift leaves alone. */
const byAngle = (findings: ReturnType<typeof scanOff>, inks: readonly Ink[]) =>
  inks.map((ink) => {
    const wanted = ANGLES[INKS.indexOf(ink)]!;
    return findings.inks.find(({ screen }) => Math.abs(((screen.angle.value - wanted + 45) % 90) - 45) < 2)!;
  });

const MM = 25.4 / PPI;

test.each([
  {
    inks: INKS.slice(1),
    off: [
      [0, 0],
      [-5, -4],
    ] as const,
    seed: 3,
  },
  {
    inks: INKS.slice(1),
    off: [
      [0, 0],
      [2.5, 6],
    ] as const,
    seed: 8,
  },
  {
    inks: INKS,
    off: [
      [0, 0],
      [-5, -5],
      [4, 2],
    ] as const,
    seed: 8,
  },
])('inks that share their picture are found out of register: case %#', ({ inks, off, seed }) => {
  const findings = scanOff(inks, off, seed, 0.75);
  const found = byAngle(findings, inks);
  const reference = found.findIndex(({ misregister: { value } }) => value[0] === 0 && value[1] === 0);
  expect(reference).toBeGreaterThanOrEqual(0);
  expect(found.filter(({ misregister }) => misregister.confidence === 'medium').length).toBeGreaterThan(1);
  for (const [k, { misregister }] of found.entries()) {
    if (misregister.confidence !== 'medium') continue;
    for (const axis of [0, 1] as const) {
      const wanted = off[k]![axis] - off[reference]![axis];
      // A twentieth of a cell of 0.5 mm.
      expect(Math.abs(misregister.value[axis] - wanted) * MM).toBeLessThan(0.045);
    }
  }
  const recipe = recipeOfFindings(findings, matchSettings(findings, PPI, 0));
  const shifts = recipe.job.passes.map(({ ink }) => ink.press.shiftX);
  expect(Math.max(...shifts) - Math.min(...shifts)).toBeGreaterThan(0.05);
});

test('inks in register are left there, and of inks without a common edge nothing is claimed', () => {
  const together = scanOff(
    INKS.slice(1),
    [
      [0, 0],
      [0, 0],
    ],
    5,
    0.75,
  );
  expect(matchSettings(together, PPI, 0).inks.map(({ shiftX, shiftY }) => [shiftX, shiftY])).toEqual([
    [0, 0],
    [0, 0],
  ]);
  const apart = scanOff(
    INKS.slice(1),
    [
      [0, 0],
      [4, 4],
    ],
    6,
    0,
  );
  for (const { misregister } of apart.inks) expect(misregister.confidence).not.toBe('medium');
  expect(matchSettings(apart, PPI, 0).inks.map(({ shiftX, shiftY }) => [shiftX, shiftY])).toEqual([
    [0, 0],
    [0, 0],
  ]);
});
