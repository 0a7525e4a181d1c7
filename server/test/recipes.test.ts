import { createHash } from 'node:crypto';
import {
  applyRecipe,
  createJob,
  filePicture,
  type Job,
  readRecipeFile,
  type Recipe,
  recipeFileText,
  shippedRecipes,
  takeRecipe,
} from '@chromatype/core';
import sharp from 'sharp';
import request from 'supertest';
import { startApp, type TestApp } from './app.ts';

let here: TestApp;
beforeAll(async () => {
  here = await startApp();
});
afterAll(() => here.close());

const http = (app = here) => request(app.app.getHttpServer());
const shipped = (id: string): Recipe => shippedRecipes().find((r) => r.id === id)!.recipe;

const png = (grey: number) =>
  sharp({ create: { width: 24, height: 16, channels: 3, background: { r: grey, g: grey, b: grey } } })
    .png()
    .toBuffer();

const send = (app: TestApp, text: string) =>
  http(app).post('/api/recipes/import').set('Content-Type', 'application/octet-stream').send(Buffer.from(text));

/** A recipe with a tile of the artist's own, and the file of the tile. */
async function tiled() {
  const bytes = await png(80);
  const hash = createHash('sha256').update(bytes).digest('hex');
  const base = createJob('x', 'p');
  const [pass] = base.passes;
  const [fill] = pass!.fills;
  const job: Job = {
    ...base,
    pictures: [filePicture({ id: 'tile', name: 'Waves', hash, width: 24, height: 16 })],
    passes: [
      {
        ...pass!,
        fills: [
          {
            ...fill,
            screen: { ...fill.screen, family: 'tile', tile: { ...fill.screen.tile, made: 'own', picture: 'tile' } },
          },
        ],
      },
    ],
  };
  return {
    recipe: takeRecipe(job, { name: 'In waves', lengths: 'mm', stock: false }),
    hash,
    bytes: new Uint8Array(bytes),
  };
}

test('recipes are saved, listed by name, changed, deleted and brought back; favourites outlive a restart', async () => {
  const { body: made } = await http()
    .post('/api/recipes')
    .send({ document: shipped('manga-sand') })
    .expect(201);
  expect(made).toMatchObject({ name: 'Sand', recipe: shipped('manga-sand') });
  await http()
    .post('/api/recipes')
    .send({ document: { ...shipped('comic-cover'), name: 'Annual' } })
    .expect(201);
  await http().put(`/api/recipes/${made.id}/favourite`).expect(204);
  await http().put('/api/recipes/zine-photocopied/favourite').expect(204);
  await here.restart();
  const names = async () => (await http().get('/api/recipes')).body.recipes.map((r: { name: string }) => r.name);
  expect(await names()).toEqual(['Annual', 'Sand']);
  expect((await http().get('/api/recipes')).body.favourites.sort()).toEqual([made.id, 'zine-photocopied'].sort());
  await http()
    .put(`/api/recipes/${made.id}`)
    .send({ document: { ...made.recipe, name: 'Grit', tags: ['sky'] } })
    .expect(200);
  expect(await names()).toEqual(['Annual', 'Grit']);
  await http().delete(`/api/recipes/${made.id}`).expect(204);
  expect(await names()).toEqual(['Annual']);
  await http().post(`/api/recipes/${made.id}/restore`).expect(200);
  expect(await names()).toEqual(['Annual', 'Grit']);
  await http().delete('/api/recipes/zine-photocopied/favourite').expect(204);
  expect((await http().get('/api/recipes')).body.favourites).toEqual([made.id]);
});

test('a recipe file carries its tile to another server, where it applies alike', async () => {
  const there = await startApp();
  try {
    const { recipe, hash, bytes } = await tiled();
    const { body: made } = await send(here, recipeFileText(recipe, { [hash]: bytes })).expect(201);
    const file = await http().get(`/api/recipes/${made.id}/file`).expect(200);
    expect(file.headers['content-disposition']).toContain('In%20waves.recipe.json');
    const { body: copy } = await send(there, file.text).expect(201);
    expect(copy.recipe).toEqual(made.recipe);
    const { body: picture } = await http(there).get(`/api/pictures/${hash}`).expect(200);
    expect(picture).toMatchObject({ name: 'Waves', width: 24 });
    const job = createJob('y', 'q');
    const ids = () => {
      let next = 0;
      return () => `n${++next}`;
    };
    const applied = (r: Recipe) => applyRecipe(job, r, { pass: null, newId: ids() });
    expect(applied(copy.recipe)).toEqual(applied(made.recipe));
  } finally {
    await there.close();
  }
});

test('one that ships is a file too, and needs no pictures', async () => {
  const { text } = await http().get('/api/recipes/newspaper-front-page/file').expect(200);
  expect(readRecipeFile(JSON.parse(text))).toEqual({ recipe: shipped('newspaper-front-page'), files: {} });
});

const spoilt: readonly (readonly [string, (text: string) => string, RegExp])[] = [
  ['a recipe that is cut short', (text) => text.slice(0, 400), /no recipe, or it is cut short/],
  ['a newer recipe', (text) => text.replace('"version": 1', '"version": 7'), /newer than this program/],
  ['a job', () => JSON.stringify(createJob('x', 'p')), /not a recipe/],
  [
    'a recipe without its tile',
    (text) => JSON.stringify({ ...JSON.parse(text), files: {} }),
    /"Waves", which its file does not hold/,
  ],
  [
    'another picture in its place',
    (text) => {
      const file = JSON.parse(text);
      const [hash] = Object.keys(file.files);
      return JSON.stringify({ ...file, files: { [hash!]: Buffer.from('another').toString('base64') } });
    },
    /"Waves" in this recipe is another one/,
  ],
];

test.each(spoilt)('%s is refused in one sentence, and nothing is kept', async (_, spoil, said) => {
  const { recipe, hash, bytes } = await tiled();
  const before = (await http().get('/api/recipes')).body;
  const answer = await send(here, spoil(recipeFileText(recipe, { [hash]: bytes })));
  expect(answer.status).toBe(422);
  expect(answer.body.message).toMatch(said);
  expect((await http().get('/api/recipes')).body).toEqual(before);
});

test('a file that is no picture is refused although its hash is right', async () => {
  const { recipe } = await tiled();
  const bytes = new Uint8Array(Buffer.from('no picture'));
  const hash = createHash('sha256').update(bytes).digest('hex');
  const job = { ...recipe.job, pictures: recipe.job.pictures.map((p) => ({ ...p, hash })) };
  const answer = await send(here, recipeFileText({ ...recipe, job }, { [hash]: bytes }));
  expect(answer.status).toBeGreaterThanOrEqual(400);
  expect(answer.body.message).toMatch(/^[A-Z"].*\.$/);
});

test('what is gone is said to be gone', async () => {
  for (const answer of [
    await http().delete('/api/recipes/none'),
    await http()
      .put('/api/recipes/none')
      .send({ document: shipped('comic-cover') }),
    await http().get('/api/recipes/none/file'),
    await http().put('/api/recipes/none/favourite'),
    await http().post('/api/recipes/none/restore'),
  ]) {
    expect(answer.status).toBe(404);
    expect(answer.body.message).toMatch(/may have been deleted/);
  }
});
