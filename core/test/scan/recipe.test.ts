import {
  applyRecipe,
  ciede2000,
  createJob,
  filePicture,
  findPrint,
  inkNames,
  labOfLight,
  matchSettings,
  PLAIN_SCANNER,
  plainInk,
  plainStock,
  readRecipe,
  recipeOfFindings,
  scanPrint,
  solidLight,
} from '../../src/index.ts';
import { pictureTones, printed, screenOf } from './made-scans.ts';

const SIDE = 700;
const PPI = 600;
const STOCK = plainStock('Cream', '#f5ecd7');
const INKS = [plainInk('Kite red', '#e5482d'), plainInk('Harbour blue', '#1d3f72')];

function scanned(count: number) {
  const plates = INKS.slice(0, count).map((ink, k) => ({
    ink,
    screen: screenOf({
      angle: [75, 45][k]!,
      frequency: { value: 45, per: 'lpi' },
      dots: { ...screenOf({}).dots, shape: 'Ellipse' },
    }),
    tone: pictureTones(20 + 30 * k),
  }));
  const sheet = printed({ stock: STOCK, plates, ppi: 4 * PPI, side: 4 * SIDE + 200 });
  const rgb = scanPrint(sheet, { ...PLAIN_SCANNER, turn: 2, width: SIDE, height: SIDE });
  return findPrint({ width: SIDE, height: SIDE, rgb }, { ppi: PPI });
}

test('two inks become a split into them, each with its screen, on the stock of the scan', () => {
  const findings = scanned(2);
  expect(findings.turn.value).toBeCloseTo(2, 1);
  const recipe = recipeOfFindings(findings, { ...matchSettings(findings, PPI, findings.turn.value), name: 'Poster' });
  // It is a recipe as any other one.
  expect(readRecipe(JSON.parse(JSON.stringify(recipe)))).toEqual(recipe);
  expect(recipe).toMatchObject({ name: 'Poster', stock: true, lengths: 'mm' });
  const picture = filePicture({ id: 'one', name: 'Photo', hash: 'a'.repeat(64), width: 900, height: 600 });
  let next = 0;
  const job = applyRecipe({ ...createJob('t', 'p'), pictures: [picture] }, recipe, {
    pass: null,
    newId: () => `n${++next}`,
  });
  const passes = job.passes.filter((p) => p.on);
  expect(passes).toHaveLength(2);
  expect(job.separations).toHaveLength(1);
  passes.forEach(({ ink, fills: [fill] }, k) => {
    expect(ciede2000(ink.measured!.lab, labOfLight(solidLight(INKS[k]!)))).toBeLessThan(8);
    expect(fill.screen).toMatchObject({ family: 'dots', dots: { lattice: 'square' } });
    expect(fill.screen.frequency.per).toBe('lpi');
    expect(Math.abs(fill.screen.frequency.value / 45 - 1)).toBeLessThan(0.003);
    expect(Math.abs(((((fill.screen.angle - [75, 45][k]! + 45) % 90) + 90) % 90) - 45)).toBeLessThan(0.25);
  });
  expect(ciede2000(job.sheet.stock.measured!, findings.stock.value)).toBe(0);
});

test('one ink takes the lightness of the picture, and what is set by hand goes into its screen', () => {
  const findings = scanned(1);
  const settings = matchSettings(findings, PPI, 0);
  const [ink] = settings.inks;
  const recipe = recipeOfFindings(findings, {
    ...settings,
    inks: [{ ...ink!, shape: 'Square', smallest: 0.05, lpi: 30 }],
  });
  expect(recipe.job.separations).toHaveLength(0);
  const [fill] = recipe.job.passes[0]!.fills;
  expect(fill.feed.part).toBe('lightness');
  expect(fill.screen).toMatchObject({
    smallest: 0.05,
    frequency: { value: 30, per: 'lpi' },
    dots: { shape: 'Square' },
  });
});

test('inks have the names of their colours, each once', () => {
  expect(
    inkNames([
      [87, -6, 90],
      [46, 72, -5],
      [54, -36, -49],
      [16, 0, 0],
      [53, 62, 50],
      [25, 5, -30],
    ]),
  ).toEqual(['Yellow', 'Pink', 'Blue', 'Black', 'Red', 'Dark blue']);
  expect(
    inkNames([
      [16, 0, 0],
      [20, 1, 1],
    ]),
  ).toEqual(['Black', 'Black 2']);
});
