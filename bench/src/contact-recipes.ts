import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { LENGTHS, shippedRecipes } from '@chromatype/core';
import sharp from 'sharp';
import { PICTURES } from '../../demo/dist/pictures/index.js';
import { type Figure, writePages } from './contact-page.ts';
import { recipePrint, type SamplePicture, samplePicture } from './recipe-prints.ts';

/* Contact pages for the eye: every recipe that ships on every demo picture, one page a group, and docs/recipes.md. */
const [demo, docs] = process.argv.slice(2);
if (!demo || !docs) throw new Error('Give the folder of the demo pictures, and the one of the documents.');

/** Width of a sheet in mm, and of its picture on the page in pixels. */
const [SHEET, WIDTH] = [60, 170];

const samples: SamplePicture[] = [];
for (const name of Object.keys(PICTURES)) samples.push(await samplePicture(demo, name, 900));

const fileOf = (group: string): string => `recipes-${group.toLowerCase().replace(/[^a-z]+/g, '-')}.png`;
const pages: Record<string, Figure[]> = {};
const groups = new Map<string, string[]>();
for (const { id, recipe } of shippedRecipes()) {
  const file = join(docs, 'contact', fileOf(recipe.group));
  pages[file] ??= [];
  for (const [k, sample] of samples.entries()) {
    const png = await recipePrint(sample, recipe, SHEET, WIDTH);
    const image = `data:image/png;base64,${png.toString('base64')}`;
    pages[file].push({ label: k === 0 ? recipe.name : '&nbsp;', images: [image], width: WIDTH });
  }
  const lengths = LENGTHS.find(({ name }) => name === recipe.lengths)!.label.toLowerCase();
  const lines = groups.get(recipe.group) ?? [];
  groups.set(recipe.group, [...lines, `| \`${id}\` | ${recipe.name} | ${recipe.note} | ${lengths} |`]);
}
await writePages(pages, samples.length * (WIDTH + 10));
// Few colours do for a look, and keep the repository small.
for (const file of Object.keys(pages)) {
  writeFileSync(
    file,
    await sharp(readFileSync(file)).png({ palette: true, colours: 48, dither: 0, effort: 10 }).toBuffer(),
  );
}

const sections = [...groups].map(
  ([group, lines]) =>
    `## ${group}\n\n| id | called | what it is | lengths |\n| --- | --- | --- | --- |\n${lines.join('\n')}\n\n![${group}](contact/${fileOf(group)})\n`,
);
writeFileSync(
  join(docs, 'recipes.md'),
  `# Recipes that ship

\`npm run screenshots\` writes this page from \`core/src/recipes/shipped/\`: every recipe on every demo picture, on sheets
${SHEET} mm wide. How a recipe is made, applied and mixed stands in [recipe-files.md](recipe-files.md).

${sections.join('\n')}`,
);
