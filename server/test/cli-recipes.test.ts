import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createJob, readRecipeFile, shippedRecipes } from '@chromatype/core';
import { commandLine } from './command-line.ts';

const line = await commandLine();
afterAll(() => line.clear());

const at = (name: string) => join(line.folder, name);
const recipe = (...args: string[]) => line.chromatype('recipe', ...args, '--data', at('data'));

test('recipes that ship are listed and shown without any data', async () => {
  const { out, code } = await recipe('list');
  expect(code).toBe(0);
  const lines = out.trim().split('\n');
  expect(lines.length).toBe(shippedRecipes().length);
  expect(lines[0]).toBe('newspaper-front-page\tNewspaper\tFront page');
  const shown = await recipe('show', 'front page');
  expect(readRecipeFile(JSON.parse(shown.out)).recipe.job.passes.map((p) => p.name)).toEqual(['Newspaper black']);
});

test('a look is saved from a job, exported, imported again and found by its name', async () => {
  writeFileSync(at('job.json'), JSON.stringify({ ...createJob('Night', 'p'), title: 'Night' }));
  const saved = await recipe('save', 'job.json', 'Night dots', '--lengths', 'sheet', '--tag', 'dark', '--group', 'Own');
  expect(saved).toMatchObject({ code: 0, err: '' });
  expect((await recipe('export', 'night dots', 'night.recipe.json')).code).toBe(0);
  const file = readRecipeFile(JSON.parse(readFileSync(at('night.recipe.json'), 'utf8')));
  expect(file.recipe).toMatchObject({
    name: 'Night dots',
    lengths: 'sheet',
    tags: ['dark'],
    group: 'Own',
    stock: true,
  });
  expect((await recipe('import', 'night.recipe.json')).code).toBe(0);
  const two = await recipe('show', 'Night dots');
  expect(two).toMatchObject({ code: 2 });
  expect(two.err).toMatch(/2 recipes are called "Night dots"/);
  expect((await recipe('show', saved.out.trim())).code).toBe(0);
});

test.each([
  [['list', 'x'], /takes no more arguments/],
  [['show'], /takes NAME/],
  [['show', 'no such'], /There is no recipe "no such"/],
  [['cook', 'x'], /takes one of list, show/],
  [['save', 'none.json', 'x'], /There is no file/],
  [['save', 'flat.png', 'x'], /not valid JSON/],
  [['import', 'flat.png'], /no recipe, or it is cut short/],
  [['export', 'front page', '.'], /is a directory/],
])('recipe %j is refused in one sentence', async (args, said) => {
  const { code, err } = await recipe(...args);
  expect(code).toBe(2);
  expect(err.trim().split('\n').length).toBe(1);
  expect(err).toMatch(said);
});
