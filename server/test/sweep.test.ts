import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createJob, filePicture, type Job, takeRecipe } from '@chromatype/core';
import fc from 'fast-check';
import request from 'supertest';
import { DataSource } from 'typeorm';
import { pictureFiles } from '../src/pictures/picture-files.ts';
import { SweepService, UNUSED_DAYS } from '../src/reclaim/sweep.service.ts';
import { startApp, type TestApp } from './app.ts';
import { commandLine } from './command-line.ts';

let here: TestApp;
beforeAll(async () => {
  here = await startApp();
});
afterAll(() => here.close());

const http = () => request(here.app.getHttpServer());
const DAY = 86_400_000;
const database = () => here.app.get(DataSource);

/** A stored picture: a row and a folder. What is in its files does not matter to a sweep. */
async function picture(seed: string): Promise<string> {
  const hash = createHash('sha256').update(seed).digest('hex');
  const { folder, original } = pictureFiles(here.data, hash);
  mkdirSync(folder, { recursive: true });
  writeFileSync(original, seed);
  await database().query(
    `INSERT OR IGNORE INTO picture (hash, name, format, width, height, channels, bytes, createdAt)
     VALUES (?, ?, 'png', 8, 8, 1, ?, '2026-01-01T00:00:00.000Z')`,
    [hash, seed, seed.length],
  );
  return hash;
}

const isThere = async (hash: string): Promise<boolean> => {
  const rows = (await database().query('SELECT 1 FROM picture WHERE hash = ?', [hash])) as unknown[];
  expect(existsSync(pictureFiles(here.data, hash).original)).toBe(rows.length === 1);
  return rows.length === 1;
};

/** A job that prints a picture, or has it as its tile. */
function jobWith(hash: string, as: 'motif' | 'tile'): Job {
  const base = createJob('Uses', 'p');
  const [pass] = base.passes;
  const [fill] = pass!.fills;
  const own =
    as === 'motif'
      ? { ...fill, feed: { ...fill.feed, picture: 'a' } }
      : { ...fill, screen: { ...fill.screen, family: 'tile' as const, tile: { ...fill.screen.tile, picture: 'a' } } };
  return {
    ...base,
    pictures: [filePicture({ id: 'a', name: 'a', hash, width: 8, height: 8 })],
    passes: [{ ...pass!, fills: [own] }],
  };
}

/** What a random history knows: which pictures there are, and what uses each. */
interface Known {
  readonly hashes: string[];
  /** Hash of what each user names; users are jobs, versions, recipes, tiles and runs by their ids. */
  readonly uses: Map<string, string>;
  readonly jobs: string[];
  readonly trash: string[];
  readonly recipes: string[];
  readonly tiles: string[];
}

type Step = (known: Known, pick: <T>(list: readonly T[]) => T | undefined, n: number) => Promise<void>;

const created = async (known: Known, hash: string | undefined, as: 'motif' | 'tile') => {
  if (!hash) return;
  const { body } = await http()
    .post('/api/jobs')
    .send({ document: jobWith(hash, as) })
    .expect(201);
  known.jobs.push(body.id);
  known.uses.set(`job ${body.id}`, hash);
};

const STEPS: Readonly<Record<string, Step>> = {
  async picture(known, _, n) {
    known.hashes.push(await picture(`picture ${n} ${Math.random()}`));
  },
  job: (known, pick) => created(known, pick(known.hashes), 'motif'),
  async version(known, pick) {
    const [id, hash] = [pick(known.jobs), pick(known.hashes)];
    if (!id || !hash) return;
    const body = { why: 'named', name: `v ${Math.random()}`, document: jobWith(hash, 'motif') };
    const { body: made } = await http().post(`/api/jobs/${id}/versions`).send(body).expect(201);
    known.uses.set(`version ${id} ${made.id}`, hash);
  },
  async change(known, pick) {
    const [id, hash] = [pick(known.jobs), pick(known.hashes)];
    if (!id || !hash) return;
    const { body } = await http().get(`/api/jobs/${id}`).expect(200);
    await http()
      .put(`/api/jobs/${id}`)
      .set('If-Match', `"${body.version}"`)
      .send({ document: jobWith(hash, 'tile') })
      .expect(200);
    known.uses.set(`job ${id}`, hash);
  },
  async remove(known, pick) {
    const id = pick(known.jobs);
    if (!id) return;
    await http().delete(`/api/jobs/${id}`).expect(204);
    known.jobs.splice(known.jobs.indexOf(id), 1);
    known.trash.push(id);
  },
  async purge(known, pick) {
    const id = pick(known.trash);
    if (!id) return;
    await http()
      .post('/api/jobs/trash/empty')
      .send({ ids: [id] })
      .expect(200);
    known.trash.splice(known.trash.indexOf(id), 1);
    for (const user of [...known.uses.keys()])
      if (user.includes(id) && !user.startsWith('run')) known.uses.delete(user);
  },
  async recipe(known, pick) {
    const hash = pick(known.hashes);
    if (!hash) return;
    const document = takeRecipe(jobWith(hash, 'tile'), { name: 'r', lengths: 'mm', stock: false });
    const { body } = await http().post('/api/recipes').send({ document }).expect(201);
    known.recipes.push(body.id);
    known.uses.set(`recipe ${body.id}`, hash);
  },
  async 'recipe to the trash'(known, pick) {
    const id = pick(known.recipes);
    if (id) await http().delete(`/api/recipes/${id}`);
  },
  async tile(known, pick) {
    const hash = pick(known.hashes);
    if (!hash) return;
    const { body } = await http().post('/api/tiles').send({ name: 't', hash }).expect(201);
    known.tiles.push(body.id);
    known.uses.set(`tile ${body.id}`, hash);
  },
  async 'tile gone'(known, pick) {
    const id = pick(known.tiles);
    if (!id) return;
    await http().delete(`/api/tiles/${id}`).expect(204);
    known.tiles.splice(known.tiles.indexOf(id), 1);
    known.uses.delete(`tile ${id}`);
  },
  async run(known, pick) {
    const hash = pick(known.hashes);
    if (!hash) return;
    const id = `run-${Math.random()}`;
    const now = new Date().toISOString();
    await database().query(
      `INSERT INTO run (id, jobId, asked, document, fileName, state, progress, createdAt, updatedAt)
       VALUES (?, 'j', '{"kind":"sheet"}', ?, 'x.png', 'failed', 0, ?, ?)`,
      [id, JSON.stringify(jobWith(hash, 'motif')), now, now],
    );
    known.uses.set(`run ${id}`, hash);
  },
};

test('over random histories a sweep removes what nothing uses, and never what a job, version, trash, recipe, run or tile does', async () => {
  const sweeper = here.app.get(SweepService);
  const names = Object.keys(STEPS);
  const steps = fc.array(fc.record({ step: fc.constantFrom(...names), at: fc.nat(1000) }), {
    minLength: 8,
    maxLength: 40,
  });
  let days = 0;
  await fc.assert(
    fc.asyncProperty(steps, async (history) => {
      const known: Known = { hashes: [], uses: new Map(), jobs: [], trash: [], recipes: [], tiles: [] };
      for (let k = 0; k < 4; k++) await STEPS.picture!(known, () => undefined, k);
      for (const { step, at } of history) {
        await STEPS[step]!(known, (list) => list[at % Math.max(1, list.length)], at);
      }
      const later = () => new Date(Date.now() + ++days * (UNUSED_DAYS + 1) * DAY);
      // The first finds what is unused; nothing may go yet, since steps of undo may name it.
      const first = later();
      const before = await sweeper.sweep(first);
      expect(before.filter((u) => known.hashes.includes(u.id))).toEqual([]);
      await sweeper.sweep(later());
      const used = new Set(known.uses.values());
      for (const hash of known.hashes) expect([hash, await isThere(hash)]).toEqual([hash, used.has(hash)]);
    }),
    { numRuns: 25 },
  );
}, 180_000);

test('a picture that is used again in time stays', async () => {
  const sweeper = here.app.get(SweepService);
  const hash = await picture('used again');
  const start = Date.now() + 5000 * DAY;
  await sweeper.sweep(new Date(start));
  expect((await sweeper.find(new Date(start + DAY))).map((u) => u.id)).toContain(hash);
  await http()
    .post('/api/jobs')
    .send({ document: jobWith(hash, 'motif') })
    .expect(201);
  await sweeper.sweep(new Date(start + 30 * DAY));
  expect(await isThere(hash)).toBe(true);
});

test('folders and files that nothing names go after a day, and not while they are being written', async () => {
  const sweeper = here.app.get(SweepService);
  const hash = 'e'.repeat(64);
  const { folder } = pictureFiles(here.data, hash);
  mkdirSync(folder, { recursive: true });
  mkdirSync(join(here.data, 'runs'), { recursive: true });
  const run = join(here.data, 'runs', 'none.png');
  writeFileSync(run, 'x');
  await sweeper.sweep();
  expect([existsSync(folder), existsSync(run)]).toEqual([true, true]);
  const old = (Date.now() - 2 * DAY) / 1000;
  for (const path of [folder, run]) utimesSync(path, old, old);
  await sweeper.sweep();
  expect([existsSync(folder), existsSync(run)]).toEqual([false, false]);
});

test('the command says first what it would remove, then removes it', async () => {
  const line = await commandLine();
  try {
    const data = join(line.folder, 'data');
    expect((await line.chromatype('sweep', '--data', data)).err).toMatch(/There is no database/);
    // A database is made by saving a recipe.
    writeFileSync(join(line.folder, 'job.json'), JSON.stringify(createJob('x', 'p')));
    await line.chromatype('recipe', 'save', 'job.json', 'r', '--data', data);
    const { folder } = pictureFiles(data, 'd'.repeat(64));
    mkdirSync(folder, { recursive: true });
    const old = (Date.now() - 2 * DAY) / 1000;
    utimesSync(folder, old, old);
    const said = await line.chromatype('sweep', '--data', data);
    expect(said.out).toMatch(/would be removed: folder pictures.dd.d{64}/);
    expect(existsSync(folder)).toBe(true);
    const removed = await line.chromatype('sweep', '--remove', '--data', data);
    expect(removed.out).toMatch(/1 removed\./);
    expect(existsSync(folder)).toBe(false);
    expect((await line.chromatype('sweep', 'now')).code).toBe(2);
  } finally {
    line.clear();
  }
});
