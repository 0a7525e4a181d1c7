import { parseArgs } from 'node:util';
import { LENGTHS, type Lengths, recipeFileText, takeRecipe } from '@chromatype/core';
import { writeSafely } from '../disk/write-safely.ts';
import { withRecipes } from '../recipes/with-recipes.ts';
import { settingsFrom } from '../settings.ts';
import { DATA_HELP } from './data-option.ts';
import { checkOutput, readInput } from './files.ts';
import { readDocument } from './job-document.ts';
import { allRecipes, namedRecipe } from './recipe-named.ts';
import { UsageError } from './usage-error.ts';

const lengthNames = LENGTHS.map((l) => l.name);

export const HELP = `chromatype recipe list              every recipe: id, group and name, one a line
chromatype recipe show NAME         a recipe as JSON
chromatype recipe save JOB NAME     saves the look of a job (.json) without its pictures
chromatype recipe export NAME FILE  writes a recipe with the pictures that belong to it into a file
chromatype recipe import FILE       adds the recipe of a file to the studio's own
  NAME is an id that "list" prints, or what the recipe is called
  --lengths ${lengthNames.join('|')}  for save: dots in mm, or growing with the sheet (default: mm)
  --group TEXT       for save: the heading under which it is found
  --note TEXT        for save: a sentence about it
  --tag TEXT         for save: a word by which it is found; may be given several times
  --no-stock         for save: leaves out stock and finish
  ${DATA_HELP}`;

const TEXT = { type: 'string' } as const;
const OPTIONS = {
  data: TEXT,
  lengths: TEXT,
  group: TEXT,
  note: TEXT,
  tag: { type: 'string', multiple: true },
  'no-stock': { type: 'boolean' },
} as const;

const parsed = (args: readonly string[]) => parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
type Values = ReturnType<typeof parsed>['values'];

/** A command with the data folder and what else it was given. */
type Work = (data: string, args: readonly string[], values: Values) => Promise<void>;

const list: Work = async (data) => {
  for (const { id, recipe } of await allRecipes(data)) console.log(`${id}\t${recipe.group}\t${recipe.name}`);
};

const show: Work = async (data, [name]) =>
  console.log(JSON.stringify((await namedRecipe(data, name!)).recipe, null, 2));

const save: Work = async (data, [file, name], { lengths = 'mm', group, note, tag, 'no-stock': bare = false }) => {
  if (!lengthNames.includes(lengths as Lengths))
    throw new UsageError(`--lengths must be one of ${lengthNames.join(', ')}.`);
  const job = await readDocument(file!);
  const asked = { name: name!, group, note, tags: tag, lengths: lengths as Lengths, stock: !bare };
  const recipe = takeRecipe(job, asked);
  const { id } = await withRecipes(data, ({ recipes }) => recipes.create(recipe));
  console.log(id);
};

const exported: Work = async (data, [name, file]) => {
  checkOutput(file!);
  const { recipe, shipped } = await namedRecipe(data, name!);
  const text = shipped ? recipeFileText(recipe, {}) : await withRecipes(data, ({ files }) => files.text(recipe));
  await writeSafely(file!, Buffer.from(text));
};

const imported: Work = async (data, [file]) => {
  const text = (await readInput(file!)).toString('utf8');
  const { id } = await withRecipes(data, async ({ recipes, files }) => recipes.create(await files.take(text)));
  console.log(id);
};

/** Each command, and what it takes. */
const COMMANDS: Readonly<Record<string, { readonly takes: readonly string[]; readonly work: Work }>> = {
  list: { takes: [], work: list },
  show: { takes: ['NAME'], work: show },
  save: { takes: ['JOB', 'NAME'], work: save },
  export: { takes: ['NAME', 'FILE'], work: exported },
  import: { takes: ['FILE'], work: imported },
};

export async function recipe(args: readonly string[]): Promise<void> {
  const { values, positionals } = parsed(args);
  const [name = '', ...rest] = positionals;
  const command = COMMANDS[name];
  if (!command) throw new UsageError(`recipe takes one of ${Object.keys(COMMANDS).join(', ')}.`);
  if (rest.length !== command.takes.length) {
    throw new UsageError(`recipe ${name} takes ${command.takes.join(' and ') || 'no more arguments'}.`);
  }
  const { data } = settingsFrom(values.data === undefined ? process.env : { CHROMATYPE_DATA: values.data });
  await command.work(data, rest, values);
}
