import { CASES } from '../key-cases.ts';
import { pictures } from '../key-jobs.ts';
import { kernels } from '../plates.ts';
import {
  applyRecipe,
  FAMILIES,
  type Fill,
  type Job,
  loadClipper,
  packRows,
  readRecipeFile,
  recipeFileText,
  sheetPixels,
  takeRecipe,
} from '../../src/index.ts';
import { onSheet } from '../../src/recipes/on-sheet.ts';

await loadClipper();

const platesOf = (job: Job): Uint8Array[] =>
  job.passes.filter((p) => p.on).map((pass) => packRows(kernels, job, pass, pictures).slice());

/** What was painted or moved by hand on a picture is no part of a recipe. */
const byHand = ({ tone, screen }: Fill): boolean =>
  tone.paint.length > 0 ||
  FAMILIES.some(({ name, withoutHand }) => withoutHand(screen[name] as never) !== screen[name] && handed(screen[name]));
const handed = (own: object): boolean =>
  ['edits', 'hand', 'empty'].some((name) => ((own as Record<string, unknown[]>)[name]?.length ?? 0) > 0);

/** As jobs are stored: small tables of separations are not, and no sheet is smaller than 5 mm. */
const whole = (job: Job): Job => ({
  ...job,
  sheet: { ...job.sheet, width: Math.max(5, job.sheet.width), height: Math.max(5, job.sheet.height) },
  separations: job.separations.map(({ coarse: _, ...s }) => s),
});

const cases = CASES.filter(([, job]) => !job.passes.some((p) => p.fills.some(byHand)));

test('most kinds of jobs can become recipes', () => expect(cases.length).toBeGreaterThan(0.8 * CASES.length));

test.each(cases)('a recipe of %s, written and read again, makes the same plates on the same picture', (_, own) => {
  const job = whole(own);
  const recipe = takeRecipe(job, { name: 'r', lengths: 'mm', stock: true });
  const files = Object.fromEntries(recipe.job.pictures.flatMap((p) => (p.hash ? [[p.hash, new Uint8Array([1])]] : [])));
  const read = readRecipeFile(JSON.parse(recipeFileText(recipe, files)));
  expect(read.recipe).toEqual(recipe);
  let next = 0;
  const applied = applyRecipe(job, read.recipe, { pass: null, newId: () => `new-${++next}` });
  expect(applied.passes.map((p) => p.id)).not.toEqual(job.passes.map((p) => p.id));
  const [before, after] = [platesOf(job), platesOf(applied)];
  expect(after.length).toBe(before.length);
  for (const [k, plate] of after.entries()) expect(Buffer.compare(plate, before[k]!)).toBe(0);
});

/** The job on a sheet of twice the size at half the resolution: just as many pixels. */
function twice(job: Job): Job {
  const { width, height, bleed, ppi } = job.sheet;
  const sheet = { ...job.sheet, width: 2 * width, height: 2 * height, bleed: 2 * bleed, ppi: ppi / 2 };
  const large = onSheet(job, 'sheet', sheet);
  // Where a picture lies belongs to the picture.
  const placed = ({ feed, ...fill }: Fill): Fill => ({
    ...fill,
    feed: { ...feed, x: 2 * feed.x, y: 2 * feed.y, width: 2 * feed.width },
  });
  return {
    ...large,
    passes: large.passes.map((p) => {
      const [first, ...others] = p.fills.map(placed);
      return { ...p, fills: [first!, ...others] };
    }),
  };
}

/** Bends and joined marks round places to parts of a mm, so that single pixels at edges may turn. */
const MOST_TURNED = 0.004;

const isFixed = ({ screen }: Fill): boolean => FAMILIES.find(({ name }) => name === screen.family)!.fixedSizes;
/** Stones are as large as they are sold, on every sheet. */
const growing = cases.filter(([, job]) => !job.passes.some((p) => p.fills.some((f) => isFixed(f))));

test.each(growing)('%s that grows with the sheet is the same in as many pixels', (_, own) => {
  const job = whole(own);
  const large = twice(job);
  expect(sheetPixels(large.sheet)).toEqual(sheetPixels(job.sheet));
  const [before, after] = [platesOf(job), platesOf(large)];
  after.forEach((plate, k) => {
    let turned = 0;
    plate.forEach((byte, n) => {
      for (let bits = byte ^ before[k]![n]!; bits; bits &= bits - 1) turned++;
    });
    expect(turned / (8 * plate.length)).toBeLessThanOrEqual(MOST_TURNED);
  });
});
