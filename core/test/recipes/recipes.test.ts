import fc from 'fast-check';
import { CASES } from '../key-cases.ts';
import {
  applyRecipe,
  createJob,
  createPass,
  filePicture,
  type Job,
  JobError,
  LENGTHS,
  lpiOf,
  MIXED_PARTS,
  MOST_PASSES,
  mixRecipes,
  newMade,
  newPart,
  newStencil,
  type Pass,
  readJob,
  readRecipe,
  readRecipeFile,
  type Recipe,
  RecipeError,
  recipeFileText,
  RECIPE_VERSION,
  sheetPixels,
  shippedRecipes,
  takeRecipe,
} from '../../src/index.ts';

const HASH = 'd'.repeat(64);
const photo = filePicture({ id: 'photo', name: 'Photo', hash: HASH, width: 600, height: 400 });
const other = filePicture({ id: 'other', name: 'Other', hash: 'e'.repeat(64), width: 300, height: 400 });

const ids = () => {
  let next = 0;
  return () => `new-${++next}`;
};

const taking = (pass: Pass, picture: string | null): Pass => {
  const [first, ...others] = pass.fills;
  return { ...pass, fills: [{ ...first, feed: { ...first.feed, picture } }, ...others] };
};

/** A job of so many passes that take the photo. */
const jobOf = (count: number): Job => ({
  ...createJob('Own', 'none'),
  pictures: [photo],
  passes: Array.from({ length: count }, (_, k) => createPass(`p${k}`, k, 'photo')),
});

const recipeOf = (id: string): Recipe => shippedRecipes().find((r) => r.id === id)!.recipe;
const text = (recipe: Recipe, files = {}) => JSON.parse(recipeFileText(recipe, files)) as Record<string, unknown>;

/** As a job is stored: small tables of separations are not, and no sheet is smaller than 5 mm. */
const stored = (job: Job): Job => ({
  ...job,
  sheet: { ...job.sheet, width: Math.max(5, job.sheet.width), height: Math.max(5, job.sheet.height) },
  separations: job.separations.map(({ coarse: _, ...s }) => s),
});

test('any choice of passes of any job, named in any words, is read as it was written', () => {
  const asked = fc.record({
    name: fc.string({ minLength: 1, maxLength: 60 }).filter((s) => s.trim() === s && s !== ''),
    note: fc.string({ maxLength: 300 }),
    group: fc.string({ maxLength: 30 }),
    tags: fc.array(fc.string({ maxLength: 20 }), { maxLength: 5 }),
    lengths: fc.constantFrom(...LENGTHS.map((l) => l.name)),
    stock: fc.boolean(),
  });
  fc.assert(
    fc.property(asked, fc.nat(CASES.length - 1), fc.nat(255), (words, which, mask) => {
      const job = stored(CASES[which]![1]);
      const chosen = job.passes.filter((_, k) => (mask >> k) & 1).map((p) => p.id);
      const passes = chosen.length > 0 ? chosen : undefined;
      const recipe = takeRecipe(job, { ...words, passes });
      const hashes = recipe.job.pictures.flatMap((p) => p.hash ?? []);
      const files = Object.fromEntries(hashes.map((hash, k) => [hash, new Uint8Array([k, 255, 0, 128])]));
      const read = readRecipeFile(text(recipe, files));
      expect(read.recipe).toEqual(recipe);
      expect(read.files).toEqual(files);
      // Nothing of the artist's own motif is left in it.
      for (const id of recipe.slots.flatMap((s) => s.fills)) {
        const fill = recipe.job.passes.flatMap((p) => p.fills).find((f) => f.id === id)!;
        expect(fill.feed.picture).toBeNull();
      }
      const applied = applyRecipe(jobOf(1), recipe, { pass: null, newId: ids() });
      expect(readJob(applied)).toEqual(applied);
    }),
    { numRuns: 200 },
  );
});

test('a recipe gets the pictures of the job in the order of its slots, the first again where there are fewer', () => {
  const two: Job = {
    ...jobOf(2),
    pictures: [photo, other],
    passes: [createPass('a', 0, 'other'), createPass('b', 1, 'photo'), createPass('c', 2, 'other')],
  };
  const recipe = takeRecipe(two, { name: 'two', lengths: 'mm', stock: false });
  expect(recipe.slots.map((s) => s.name)).toEqual(['Other', 'Photo']);
  const same = applyRecipe(two, recipe, { pass: null, newId: ids() });
  expect(same.passes.map((p) => p.fills[0].feed.picture)).toEqual(['other', 'photo', 'other']);
  const one = applyRecipe(jobOf(1), recipe, { pass: null, newId: ids() });
  expect(one.passes.map((p) => p.fills[0].feed.picture)).toEqual(['photo', 'photo', 'photo']);
});

test('where a picture lies stays, and so do title, size, other pictures and how the job is taken out', () => {
  const placed = { fit: 'own', x: 3, y: 4, width: 77, turn: 12 } as const;
  const job = jobOf(1);
  const [pass] = job.passes;
  const [fill] = pass!.fills;
  const own: Job = {
    ...job,
    pictures: [photo, other],
    share: { ...job.share, quality: 77 },
    passes: [{ ...pass!, fills: [{ ...fill, feed: { ...fill.feed, ...placed } }] }],
  };
  const next = applyRecipe(own, recipeOf('newspaper-weekend-colour'), { pass: null, newId: ids() });
  for (const { feed } of next.passes.flatMap((p) => p.fills))
    expect(feed).toMatchObject({ ...placed, picture: 'photo' });
  expect(next).toMatchObject({ title: own.title, pictures: own.pictures, share: own.share });
  expect(next.sheet).toMatchObject({ width: own.sheet.width, ppi: own.sheet.ppi, stock: { name: 'Newsprint' } });
});

test('a chain goes into every fill of a pass and leaves its stencils and its place', () => {
  const job = jobOf(3);
  const fills = job.passes[1]!.fills;
  const stencil = newStencil('s', 's', [newPart('x', 'rectangle', { x: 1, y: 1, width: 5, height: 5 })]);
  const own: Job = {
    ...job,
    stencils: [stencil],
    passes: job.passes.with(1, { ...job.passes[1]!, fills: [fills[0], { ...fills[0], id: 'over', stencil: 's' }] }),
  };
  const next = applyRecipe(own, recipeOf('manga-tone-sheets'), { pass: 'p1', newId: ids() });
  expect(next.passes.map((p) => p.id)).toEqual(['p0', 'p1', 'p2']);
  expect(next.passes[1]!.fills.map((f) => [f.id, f.stencil, f.screen.dots.shape, f.tone.steps])).toEqual([
    ['p1-1', null, 'SimpleDot', 5],
    ['over', 's', 'SimpleDot', 5],
  ]);
  expect(next.passes[0]).toEqual(own.passes[0]);
  // A recipe of several passes takes the place of the one.
  const split = applyRecipe(own, recipeOf('comic-cover'), { pass: 'p1', newId: ids() });
  expect(split.passes.map((p) => p.name)).toEqual(['Black', 'Cyan', 'Magenta', 'Yellow', 'Black', 'Kite red']);
});

test('plates of one split stay together: those that were not chosen are hidden', () => {
  const split = applyRecipe(jobOf(1), recipeOf('comic-cover'), { pass: null, newId: ids() });
  const black = split.passes.find((p) => p.name === 'Black')!;
  const recipe = takeRecipe(split, { name: 'black plate', lengths: 'mm', stock: false, passes: [black.id] });
  expect(recipe.job.passes.map((p) => [p.name, p.on])).toEqual([
    ['Cyan', false],
    ['Magenta', false],
    ['Yellow', false],
    ['Black', true],
  ]);
});

test('a texture made here stays in a recipe, and a motif made here does not', () => {
  const made = (id: string, kind: string) => ({ ...photo, id, name: kind, hash: null, made: newMade(kind) });
  const job: Job = {
    ...jobOf(2),
    pictures: [made('clouds', 'noise'), made('words', 'lettering')],
    passes: [taking(createPass('a', 0, null), 'clouds'), taking(createPass('b', 1, null), 'words')],
  };
  const recipe = takeRecipe(job, { name: 'r', lengths: 'mm', stock: false });
  expect(recipe.job.pictures.map((p) => p.id)).toEqual(['clouds']);
  expect(recipe.slots.map((s) => s.name)).toEqual(['lettering']);
});

test.each(LENGTHS.map((l) => l.name))(
  'lengths counted %s keep what they say on a larger and finer sheet',
  (lengths) => {
    const job = jobOf(1);
    const recipe = { ...takeRecipe(job, { name: 'r', lengths, stock: false }), lengths };
    const sheet = { ...job.sheet, width: 3 * job.sheet.width, height: 3 * job.sheet.height, ppi: 600 };
    const next = applyRecipe({ ...job, sheet }, recipe, { pass: null, newId: ids() });
    const lpi = (j: Job) => lpiOf(j.passes[0]!.fills[0].screen.frequency, j.sheet.ppi, sheetPixels(j.sheet).width);
    expect(lpi(next) / lpi(job)).toBeCloseTo(lengths === 'mm' ? 1 : 1 / 3, 3);
  },
);

test('a mixed recipe has the screen of one and the inks of the other', () => {
  const [lines, colour] = [recipeOf('engraving-copper'), recipeOf('poster-three-inks')];
  const mixed = mixRecipes(colour, lines, ['screen']);
  expect(mixed.job.passes.map((p) => p.ink.name)).toEqual(colour.job.passes.map((p) => p.ink.name));
  expect(mixed.job.passes.map((p) => p.fills[0].screen.family)).toEqual(['lines', 'lines', 'lines']);
  // One screen for three inks leaves each its angle.
  expect(mixed.job.passes.map((p) => p.fills[0].screen.angle)).toEqual(
    colour.job.passes.map((p) => p.fills[0].screen.angle),
  );
  expect(readRecipe(text(mixed))).toEqual(mixed);
  expect(mixRecipes(colour, lines, ['inks', 'stock']).job.passes.map((p) => p.ink.name)).toEqual([
    'Black',
    'Black',
    'Black',
  ]);
});

test('any two shipped recipes can be mixed in any parts, and the mixture prints on the job', () => {
  const all = shippedRecipes();
  const parts = fc.subarray(MIXED_PARTS.map((p) => p.name));
  fc.assert(
    fc.property(fc.nat(all.length - 1), fc.nat(all.length - 1), parts, (a, b, taken) => {
      const mixed = mixRecipes(all[a]!.recipe, all[b]!.recipe, taken);
      expect(mixed.job.passes.length).toBe(all[a]!.recipe.job.passes.length);
      applyRecipe(jobOf(1), mixed, { pass: null, newId: ids() });
    }),
    { numRuns: 150 },
  );
});

test.each([
  ['a newer recipe', (r: object) => ({ ...r, version: RECIPE_VERSION + 1 }), /newer than this program/],
  ['a job in its place', () => createJob('x', 'p'), /this is not a recipe/],
  ['a list', () => [], /must be a group of fields/],
  ['a newer job inside', (r: { job: object }) => ({ ...r, job: { ...r.job, version: 99 } }), /newer than this program/],
  ['no passes', (r: { job: object }) => ({ ...r, job: { ...r.job, passes: [] }, slots: [] }), /holds no pass/],
  ['no name', (r: object) => ({ ...r, name: '  ' }), /needs a name/],
  [
    'a slot for a fill that is not there',
    (r: object) => ({ ...r, slots: [{ name: 'x', fills: ['no'] }] }),
    /slots\[0\]/,
  ],
  ['a field of its own', (r: object) => ({ ...r, colour: 1 }), /"colour" is not a field/],
  ['files that belong to nothing', (r: object) => ({ ...r, files: { ['f'.repeat(64)]: 'AA==' } }), /is not a field/],
])('%s is refused in one sentence', (_, spoil, said) => {
  const spoilt = (spoil as (r: unknown) => unknown)(text(recipeOf('comic-cover')));
  expect(() => readRecipeFile(spoilt)).toThrow(JobError);
  expect(() => readRecipeFile(spoilt)).toThrow(said);
});

test('a recipe whose own picture is missing from its file, or is no Base64, is refused by the name of the picture', () => {
  const tile = filePicture({ id: 'tile', name: 'My tile', hash: HASH, width: 8, height: 8 });
  const job = jobOf(1);
  const [fill] = job.passes[0]!.fills;
  const own: Job = {
    ...job,
    pictures: [other, tile],
    passes: [
      {
        ...taking(job.passes[0]!, 'other'),
        fills: [
          {
            ...fill,
            feed: { ...fill.feed, picture: 'other' },
            screen: { ...fill.screen, family: 'tile', tile: { ...fill.screen.tile, made: 'own', picture: 'tile' } },
          },
        ],
      },
    ],
  };
  const recipe = takeRecipe(own, { name: 'tiled', lengths: 'mm', stock: false });
  expect(() => readRecipeFile(text(recipe))).toThrow(/"My tile", which its file does not hold/);
  expect(() => readRecipeFile({ ...text(recipe), files: { [HASH]: '*' } })).toThrow(/Base64/);
  expect(readRecipeFile(text(recipe, { [HASH]: new Uint8Array([7]) })).files[HASH]).toEqual(new Uint8Array([7]));
});

test('a recipe that the sheet cannot hold says why, and so does one with too many passes', () => {
  const coarse = jobOf(1);
  const tiny = { ...coarse, sheet: { ...coarse.sheet, ppi: 36 } };
  const fine = takeRecipe(coarse, { name: 'fine', lengths: 'mm', stock: false });
  expect(() => applyRecipe(tiny, fine, { pass: null, newId: ids() })).toThrow(/"fine" does not fit this sheet/);
  const full = jobOf(MOST_PASSES);
  const asked = { pass: 'p0', newId: ids() };
  expect(() => applyRecipe(full, recipeOf('comic-cover'), asked)).toThrow(RecipeError);
  expect(() => applyRecipe(full, recipeOf('comic-cover'), asked)).toThrow(/At most 12 passes/);
  const gone = { pass: 'gone', newId: ids() };
  expect(() => applyRecipe(coarse, fine, gone)).toThrow(/not there any more/);
});

test('at least 40 recipes ship, in 14 groups, with names of their own', () => {
  const all = shippedRecipes();
  expect(all.length).toBeGreaterThanOrEqual(40);
  expect(new Set(all.map((r) => r.id)).size).toBe(all.length);
  expect(new Set(all.map((r) => r.recipe.name)).size).toBe(all.length);
  expect(new Set(all.map((r) => r.recipe.group)).size).toBe(14);
  for (const { id, recipe } of all) {
    expect(id).toMatch(/^[a-z]+(-[a-z]+)+$/);
    expect(recipe.note.length).toBeGreaterThan(10);
    expect(readRecipe(text(recipe))).toEqual(recipe);
  }
});

test.each([
  ['a card', 85, 55, 600],
  ['a page', 210, 297, 300],
  ['a poster', 841, 1189, 150],
])('every recipe that ships fits %s', (_, width, height, ppi) => {
  const job = { ...jobOf(1), sheet: { ...jobOf(1).sheet, width, height, ppi } };
  for (const { recipe } of shippedRecipes()) applyRecipe(job, recipe, { pass: null, newId: ids() });
});
