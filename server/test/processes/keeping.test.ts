import { existsSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import sharp from 'sharp';
import { ask, jobOf, jobWith, until } from '../../../bench/src/processes/requests.ts';
import { commandLine } from '../command-line.ts';
import { processes } from './servers.ts';

const all = processes();
const { folder, chromatype, clear } = await commandLine();
afterAll(async () => {
  await all.clear();
  clear();
});

const colour = async (background: string) =>
  new Uint8Array(
    await sharp({ create: { width: 1300, height: 900, channels: 3, background } })
      .png()
      .toBuffer(),
  );

/** A data folder with two jobs, three pictures, a set of inks and a finished run; the server goes on. */
async function studio() {
  const data = all.folder();
  const server = all.start(data);
  const url = await server.ready;
  const upload = async (name: string, background: string) =>
    (await ask(`${url}/api/pictures?name=${name}`, 'POST', await colour(background))).body;
  const [used, other] = [await upload('used.png', '#b31'), await upload('other.png', '#36b')];
  const unused = await upload('unused.png', '#999');
  const create = async (title: string, picture: typeof used) =>
    (await ask(`${url}/api/jobs`, 'POST', { document: jobWith(title, 40, picture) })).body;
  const jobs = [await create('Kite Week flyer', used), await create('Kite Week zine', other)];
  const { body: run } = await ask(`${url}/api/jobs/${jobs[0].id}/runs`, 'POST', { kind: 'sheet' });
  await until(async () => (await ask(`${url}/api/runs/${run.id}`)).body.state === 'done');
  return { data, server, url, used, other, unused, jobs, run };
}

const picture = (data: string, hash: string, part: string) => join(data, 'pictures', hash.slice(0, 2), hash, part);

let first: Awaited<ReturnType<typeof studio>>;
beforeAll(async () => {
  first = await studio();
});

test('a backup of a server that goes on is brought back whole, byte for byte', async () => {
  const { data, url, used, other, jobs } = first;
  // Jobs are saved while the backup is made.
  let saving = true;
  const saves = (async () => {
    for (let version = 1; saving; version++) {
      const saved = await ask(
        `${url}/api/jobs/${jobs[1].id}`,
        'PUT',
        { document: jobs[1].document },
        { 'If-Match': `"${version}"` },
      );
      expect(saved.status).toBe(200);
    }
  })();
  const file = join(folder, 'backup.zip');
  expect(await chromatype('backup', file, '--data', data)).toEqual({ code: 0, out: '', err: '' });
  saving = false;
  await saves;
  const fresh = join(all.folder(), 'new', 'data');
  expect(await chromatype('restore', file, '--data', fresh)).toEqual({ code: 0, out: '', err: '' });
  for (const { hash } of [used, other]) {
    for (const part of ['original', 'pixels', 'thumb.png']) {
      expect(Buffer.compare(readFileSync(picture(data, hash, part)), readFileSync(picture(fresh, hash, part)))).toBe(0);
    }
  }
  const second = all.start(fresh);
  const back = await second.ready;
  for (const { id, document } of jobs) expect((await ask(`${back}/api/jobs/${id}`)).body.document).toEqual(document);
  // Runs that are over are not kept, since their files are not.
  expect((await ask(`${back}/api/runs`)).body).toEqual([]);
  expect((await ask(`${back}/api/pictures/${used.hash}/levels/1`)).status).toBe(200);
  expect(readdirSync(folder).filter((name) => name.includes('partial'))).toEqual([]);
});

test('a backup goes nowhere where something is, and a damaged one nowhere at all', async () => {
  const { data, server } = first;
  const file = join(folder, 'again.zip');
  await chromatype('backup', file, '--data', data);
  expect((await chromatype('restore', file, '--data', data)).err).toMatch(/is in use by a server at http/);
  server.kill('SIGTERM');
  await server.ended;
  const before = readFileSync(join(data, 'chromatype.sqlite'));
  expect(await chromatype('restore', file, '--data', data)).toMatchObject({
    code: 1,
    err: expect.stringMatching(/holds a database; move that folder away/),
  });
  expect(Buffer.compare(before, readFileSync(join(data, 'chromatype.sqlite')))).toBe(0);

  const bytes = readFileSync(file);
  for (const [k, at] of [0.2, 0.7].entries()) {
    const broken = Buffer.from(bytes);
    broken.fill(0x55, Math.floor(at * bytes.length), Math.floor(at * bytes.length) + 200);
    writeFileSync(join(folder, `broken-${k}.zip`), broken);
    const target = all.folder();
    const { code, err } = await chromatype('restore', join(folder, `broken-${k}.zip`), '--data', target);
    expect([code, err]).toEqual([
      1,
      expect.stringMatching(/^(The backup is damaged: |.* is not a ZIP archive)[^\n]*\.\n$/),
    ]);
    expect(existsSync(join(target, 'chromatype.sqlite'))).toBe(false);
    expect(existsSync(join(target, 'pictures'))).toBe(false);
  }
  writeFileSync(join(folder, 'text.zip'), 'no archive');
  expect(await chromatype('restore', join(folder, 'text.zip'), '--data', all.folder())).toMatchObject({
    code: 1,
    err: expect.stringMatching(/is not a ZIP archive/),
  });
  expect(await chromatype('backup', file, '--data', all.folder())).toMatchObject({
    code: 1,
    err: expect.stringMatching(/nothing to back up/),
  });
});

test('the doctor finds nothing in a sound folder, and names what is damaged, missing and unused', async () => {
  const { data, server, used, other, unused, jobs, run } = await studio();
  const sound = await chromatype('doctor', '--data', data);
  expect(sound).toMatchObject({ code: 0, err: '' });
  expect(sound.out.split('\n').slice(0, -1)).toEqual([
    `unused   No job, recipe, run or tile uses the picture "unused.png" (${unused.hash}).`,
    'Nothing is damaged or missing; 1 unused.',
  ]);
  server.kill('SIGTERM');
  await server.ended;
  rmSync(picture(data, used.hash, 'thumb.png'));
  truncateSync(picture(data, other.hash, 'pixels'), 100);
  writeFileSync(picture(data, other.hash, 'original'), 'another');
  rmSync(join(data, 'runs', `${run.id}.png`));
  writeFileSync(join(data, 'runs', 'nobody.png'), 'x');
  const database = new Database(join(data, 'chromatype.sqlite'));
  database.prepare('UPDATE job SET document = ? WHERE id = ?').run('{"title":', jobs[1].id);
  database.prepare('DELETE FROM picture WHERE hash = ?').run(unused.hash);
  database.close();
  const { code, out, err } = await chromatype('doctor', '--data', data);
  expect([code, err]).toEqual([1, '3 damaged, 2 missing, 3 unused.\n']);
  for (const line of [
    `damaged  The document of the job "Kite Week zine" (${jobs[1].id}) cannot be read.`,
    `damaged  The file original of the picture "other.png" (${other.hash}) is not what was uploaded.`,
    `damaged  The file pixels of the picture "other.png" (${other.hash}) is not as long as its picture.`,
    `missing  The file thumb.png of the picture "used.png" (${used.hash}) is missing.`,
    `missing  The finished file ${run.fileName} of the run ${run.id} is missing; print it again.`,
    `unused   The folder of the picture ${unused.hash} belongs to no picture that is listed.`,
    'unused   runs/nobody.png belongs to no run.',
  ]) {
    expect(out).toContain(`${line}\n`);
  }
  // A backup of it takes what is there and says what is not.
  const backup = await chromatype('backup', join(folder, 'flawed.zip'), '--data', data);
  expect(backup.code).toBe(1);
  expect(backup.err).toContain(`The original of the picture ${other.hash} is damaged.\n`);
  expect(existsSync(join(folder, 'flawed.zip'))).toBe(true);
});

test('the doctor says what is wrong with a database that cannot be read', async () => {
  const data = all.folder();
  writeFileSync(join(data, 'chromatype.sqlite'), 'no database at all, but some text. '.repeat(50));
  expect(await chromatype('doctor', '--data', data)).toMatchObject({
    code: 1,
    out: expect.stringMatching(/^damaged {2}The database cannot be read: .*\.\n$/),
  });
  expect(await chromatype('doctor', '--data', join(data, 'none'))).toMatchObject({
    code: 1,
    err: `There is no database in ${join(data, 'none')}.\n`,
  });
});

test('one unreadable job does not hide the others on the Shelf, and its document is kept', async () => {
  const data = all.folder();
  const url = await all.start(data).ready;
  const titles = ['Kite Week flyer', 'Kite Week zine'];
  const jobs = await Promise.all(
    titles.map(async (title) => (await ask(`${url}/api/jobs`, 'POST', { document: jobOf(title) })).body),
  );
  const database = new Database(join(data, 'chromatype.sqlite'));
  database.prepare('UPDATE job SET document = ? WHERE id = ?').run('{"title":', jobs[0].id);
  database.close();
  const { body } = await ask(`${url}/api/jobs`);
  expect(body).toHaveLength(2);
  expect(body.find(({ id }: { id: string }) => id === jobs[0].id)).toMatchObject({
    title: 'Kite Week flyer',
    unreadable: expect.stringMatching(/damaged and cannot be read/),
  });
  expect(await ask(`${url}/api/jobs/${jobs[0].id}`)).toMatchObject({ status: 422 });
  const stored = await ask(`${url}/api/jobs/${jobs[0].id}/document`);
  expect([stored.status, stored.headers.get('content-disposition'), stored.body]).toEqual([
    200,
    'attachment',
    '{"title":',
  ]);
  // It can be saved anew, as any job.
  const saved = await ask(`${url}/api/jobs/${jobs[0].id}`, 'PUT', { document: jobOf('Mended') }, { 'If-Match': '"1"' });
  expect(saved.status).toBe(200);
});
