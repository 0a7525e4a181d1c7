import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  applyRecipe,
  type CompiledScreen,
  createJob,
  createKernels,
  filePicture,
  type Job,
  loadClipper,
  makeSmallPrint,
  memorySource,
  type PrintCaches,
  shippedRecipes,
} from '@chromatype/core';
import sharp from 'sharp';
import { PICTURES } from '../../demo/src/pictures/index.ts';

/** Where `node demo/dist/main.js data/demo` puts the pictures; scripts/test.sh makes them first. */
const FOLDER = fileURLToPath(new URL('../../data/demo', import.meta.url));
const DOCS = fileURLToPath(new URL('../../docs/recipes.md', import.meta.url));

/** Width of the sheets in mm, and of what is looked at in pixels. */
const [SHEET, LOOK] = [24, 100];

const kernels = createKernels();
await loadClipper();

/** Separation tables and compiled screens are the same for every picture; nothing else is kept. */
const tables = new Map<string, unknown>();
const screens = new Map<string, CompiledScreen>();
const make = <T>(_key: string, _area: unknown, work: () => T): T => work();
const caches: PrintCaches = {
  light: make,
  cover: make,
  surface: make,
  unmoved: make,
  mask: (_, work) => work(),
  screen(key, work) {
    const kept = screens.get(key) ?? work();
    screens.set(key, kept);
    return kept;
  },
  tables<T>(key: string, work: () => T): T {
    if (!tables.has(key)) tables.set(key, work());
    return tables.get(key) as T;
  },
} as PrintCaches;

async function jobOf(name: string) {
  const file = join(FOLDER, name);
  if (!existsSync(file)) throw new Error(`The demo picture ${name} is missing: run node demo/dist/main.js data/demo.`);
  const { data, info } = await sharp(readFileSync(file))
    .resize(500, 500, { fit: 'inside' })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const base = createJob(name, 'p');
  const [pass] = base.passes;
  const [fill] = pass!.fills;
  const picture = filePicture({
    id: 'motif',
    name,
    hash: Buffer.from(name).toString('hex').padEnd(64, '0').slice(0, 64),
    width,
    height,
  });
  const job: Job = {
    ...base,
    sheet: { ...base.sheet, width: SHEET, height: Math.max(5, (SHEET * height) / width), bleed: 0, ppi: 180 },
    pictures: [picture],
    passes: [{ ...pass!, fills: [{ ...fill, feed: { ...fill.feed, picture: 'motif' } }] }],
  };
  return { job, source: memorySource(width, height, 4, new Uint8Array(data)) };
}

/** How much of a sheet differs from the bare stock to the eye, 0..1, and how far its tones lie apart, in codes of 255. */
function looked(printed: Uint8ClampedArray, bare: Uint8ClampedArray) {
  let differ = 0;
  const tones: number[] = [];
  for (let k = 0; k < printed.length; k += 4) {
    const tone = (at: Uint8ClampedArray) => 0.2126 * at[k]! + 0.7152 * at[k + 1]! + 0.0722 * at[k + 2]!;
    tones.push(tone(printed));
    if (Math.abs(tone(printed) - tone(bare)) > 6) differ++;
  }
  const mean = tones.reduce((sum, t) => sum + t, 0) / tones.length;
  const apart = Math.sqrt(tones.reduce((sum, t) => sum + (t - mean) ** 2, 0) / tones.length);
  return { covered: differ / tones.length, apart };
}

/** What prints nothing on a card of 24 mm, and why. */
const BARE: readonly { readonly recipe: RegExp; readonly picture: RegExp; readonly why: string }[] = [
  {
    recipe: /^cloth-three-and-base$/,
    picture: /^(flyer-lines|kite-week-lettering)/,
    why: 'Black on nothing is dark cloth on dark cloth.',
  },
  {
    recipe: /^stones-/,
    picture: /^(flyer-lines|kite-week-lettering)/,
    why: 'A stone of 2 mm has nothing to stand for in lines of a third of a mm.',
  },
];

describe.each(Object.keys(PICTURES))('on %s', (name) => {
  let made: Awaited<ReturnType<typeof jobOf>>;
  beforeAll(async () => {
    made = await jobOf(name);
  });

  test.each(shippedRecipes().map(({ id, recipe }) => [id, recipe] as const))('%s prints', (id, recipe) => {
    let next = 0;
    const job = applyRecipe(made.job, recipe, { pass: null, newId: () => `n${++next}` });
    const env = { kernels, pictures: () => made.source, caches };
    const print = makeSmallPrint(env, job, LOOK);
    const bare = makeSmallPrint(env, { ...job, passes: job.passes.map((p) => ({ ...p, on: false })) }, LOOK);
    const { covered, apart } = looked(print.rgba, bare.rgba);
    if (BARE.some(({ recipe: r, picture }) => r.test(id) && picture.test(name))) return;
    expect(covered).toBeGreaterThan(0.002);
    expect(apart).toBeGreaterThan(1);
  });
});

test('docs/recipes.md shows every recipe', () => {
  const page = readFileSync(DOCS, 'utf8');
  for (const { id, recipe } of shippedRecipes())
    expect(page).toContain(`| \`${id}\` | ${recipe.name} | ${recipe.note} |`);
});
