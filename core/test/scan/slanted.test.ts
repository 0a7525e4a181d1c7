import {
  applyRecipe,
  createJob,
  filePicture,
  findPrint,
  matchSettings,
  PLAIN_SCANNER,
  plainInk,
  plainStock,
  recipeOfFindings,
  scanPrint,
} from '../../src/index.ts';
import { pictureTones, printed, screenOf } from './made-scans.ts';

const SIDE = 700;
const PPI = 600;
const LPI = 42;
const ANGLE = 20;

/** A scan of a print in one ink, whose dots stand on a lattice. */
function scanned(lattice: 'hexagonal' | 'staggered') {
  const plate = {
    ink: plainInk('Harbour blue', '#1d3f72'),
    screen: screenOf({
      angle: ANGLE,
      frequency: { value: LPI, per: 'lpi' },
      dots: { ...screenOf({}).dots, shape: 'Round', lattice },
    }),
    tone: pictureTones(31),
  };
  const sheet = printed({ stock: plainStock('White', '#f6f4ec'), plates: [plate], ppi: 4 * PPI, side: 4 * SIDE + 200 });
  const rgb = scanPrint(sheet, { ...PLAIN_SCANNER, turn: 1, width: SIDE, height: SIDE });
  return findPrint({ width: SIDE, height: SIDE, rgb }, { ppi: PPI });
}

// Angles of the lattice at which it looks the same: each sixth, and each half of a turn.
test.each([
  ['hexagonal', 60],
  ['staggered', 180],
] as const)('a %s lattice is told, with its frequency and angle', (lattice, repeats) => {
  const findings = scanned(lattice);
  expect(findings.inks).toHaveLength(1);
  const { screen } = findings.inks[0]!;
  expect(screen.kind.value).toBe('dots');
  expect(screen.lattice.value).toBe(lattice);
  const off = (((screen.angle.value - ANGLE - 1) % repeats) + 1.5 * repeats) % repeats;
  expect(Math.abs(off - repeats / 2)).toBeLessThan(0.2);
  // The turn of the scan is taken off the angle of the recipe.
  const recipe = recipeOfFindings(findings, { ...matchSettings(findings, PPI, 1), name: 'Lattice' });
  const picture = filePicture({ id: 'one', name: 'Photo', hash: 'a'.repeat(64), width: 900, height: 600 });
  let ids = 0;
  const asked = { pass: null, newId: () => `n${++ids}` };
  const job = applyRecipe({ ...createJob('t', 'p'), pictures: [picture] }, recipe, asked);
  const made = job.passes.find((p) => p.on)!.fills[0]!.screen;
  expect(made).toMatchObject({ family: 'dots', dots: { lattice }, frequency: { per: 'lpi' } });
  expect(Math.abs(made.frequency.value / LPI - 1)).toBeLessThan(0.003);
});
