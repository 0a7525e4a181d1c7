import fc from 'fast-check';
import {
  BATCH_FORMATS,
  type BatchAsked,
  batchFiles,
  batchJob,
  batchPrints,
  differentNames,
  namedAfter,
  OutputError,
  patternFault,
  printingPasses,
  readJob,
  shippedRecipes,
} from '../../src/index.ts';

const recipe = (id: string) => shippedRecipes().find((r) => r.id === id)!.recipe;
const picture = (name: string, width = 600, height = 400) => ({ hash: 'a'.repeat(64), name, width, height });
const asked = (part: Partial<BatchAsked> = {}): BatchAsked => ({
  kind: 'batch',
  pictures: [picture('harbour.jpg'), picture('pier.png', 300, 900)],
  recipes: [recipe('newspaper-front-page'), recipe('comic-cover')],
  formats: ['png'],
  longest: 120,
  ppi: 300,
  names: '{picture}-{recipe}',
  contact: false,
  ...part,
});

test('every picture is printed by every recipe, on a sheet of its proportions', () => {
  const batch = asked();
  const prints = batchPrints(batch);
  expect(prints.map((p) => p.name)).toEqual(['harbour-Front page', 'harbour-Cover', 'pier-Front page', 'pier-Cover']);
  const jobs = prints.map((print) => batchJob(batch, print));
  expect(jobs.map(({ sheet }) => [sheet.width, sheet.height])).toEqual([
    [120, 80],
    [120, 80],
    [40, 120],
    [40, 120],
  ]);
  for (const job of jobs) expect(readJob(job)).toEqual(job);
  expect(jobs[1]!.passes.map((p) => p.name)).toEqual(['Cyan', 'Magenta', 'Yellow', 'Black']);
  // The same batch makes the same jobs, ids and all: what is made of them is compared byte by byte.
  expect(prints.map((print) => batchJob(batch, print))).toEqual(jobs);
});

test('formats of plates give a file for each ink, others one', () => {
  const batch = asked({ formats: ['png', 'tif'] });
  const print = batchPrints(batch)[1]!;
  const job = batchJob(batch, print);
  const files = batchFiles(job, print, batch.formats);
  expect(files.map((f) => f.name)).toEqual([
    'harbour-Cover.png',
    'harbour-Cover Cyan.tif',
    'harbour-Cover Magenta.tif',
    'harbour-Cover Yellow.tif',
    'harbour-Cover Black.tif',
  ]);
  expect(files.slice(1).map((f) => f.asked.pass)).toEqual(printingPasses(job).map((p) => p.id));
});

test('a format that a recipe cannot give says so', () => {
  const batch = asked({ formats: ['svg'] });
  const print = batchPrints(batch)[0]!;
  expect(() => batchFiles(batchJob(batch, print), print, batch.formats)).toThrow(OutputError);
  const marks = asked({ formats: ['svg'], recipes: [recipe('light-amber-board')] });
  const [first] = batchPrints(marks);
  expect(batchFiles(batchJob(marks, first!), first!, marks.formats)).toHaveLength(1);
});

test('every format has an entry of its own', () => {
  expect(new Set(BATCH_FORMATS.map((f) => f.name)).size).toBe(BATCH_FORMATS.length);
});

test('any names of pictures and recipes make names of files that every file system takes, each once', () => {
  const text = fc.string({ maxLength: 40, unit: 'grapheme' });
  const pattern = fc.constantFrom(
    '{picture}-{recipe}',
    '{number}',
    'x',
    '{recipe} {number} {picture}',
    '../{picture}',
    '. {picture}',
  );
  fc.assert(
    fc.property(fc.array(text, { minLength: 1, maxLength: 6 }), pattern, (names, names_) => {
      const prints = batchPrints({
        pictures: names.map((name) => picture(name)),
        recipes: [recipe('manga-sand'), recipe('comic-cover')],
        names: names_,
      });
      expect(prints).toHaveLength(2 * names.length);
      for (const { name } of prints) {
        expect(name).toMatch(/^[^\\/:*?"<>|\p{Cc}]+$/u);
        expect(name).not.toMatch(/^\.|^\s|\s$/);
        expect(name.length).toBeLessThanOrEqual(130);
      }
      expect(new Set(prints.map((p) => p.name.toLowerCase())).size).toBe(prints.length);
    }),
    { numRuns: 300 },
  );
});

test('a pattern is filled as it says, and one that cannot be is refused', () => {
  expect(namedAfter('{number}_{picture}', { picture: 'sea.view.jpeg', recipe: 'r', at: 11 })).toBe('012_sea.view');
  expect(namedAfter('{recipe}', { picture: 'p', recipe: '..', at: 0 })).toBe('print 001');
  expect(patternFault('{picture}')).toBeNull();
  expect(patternFault(' ')).toMatch(/need a pattern/);
  expect(patternFault('{picture}-{colour}')).toMatch(
    /holds \{colour\}; it may hold \{picture\}, \{recipe\}, \{number\}/,
  );
  expect(differentNames(['a', 'A', 'a 2', 'a'])).toEqual(['a', 'A 2', 'a 2 2', 'a 3']);
});
