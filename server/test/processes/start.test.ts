import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { jest } from '@jest/globals';
import Database from 'better-sqlite3';
import sharp from 'sharp';
import { fairTime } from '../../../bench/src/processes/control.ts';
import { ask, jobWith, until } from '../../../bench/src/processes/requests.ts';
import type { ServerProcess } from '../../../bench/src/processes/server-process.ts';
import { processes } from './servers.ts';

// Seconds are measured beside other tests: a slow moment of the machine gets another try.
jest.retryTimes(2);

const all = processes();
afterAll(() => all.clear());

/** A start that must fail: its status, its one sentence, and that it took less than two seconds. */
async function failed(
  data: string,
  settings: Readonly<Record<string, string>> = {},
): Promise<{ code: number | null; said: string }> {
  let server: ServerProcess;
  const ms = await fairTime(() => {
    server = all.start(data, settings);
    return server.ended;
  });
  const { code } = await server!.ended;
  const said = server!.errors().trim();
  expect(said).toMatch(/^[A-Z][^\n]*\.$/);
  expect(ms).toBeLessThan(2000);
  return { code, said };
}

/** Begins a print that takes many seconds; returns its id when it is under way. */
async function longRun(url: string): Promise<string> {
  const png = await sharp({ create: { width: 300, height: 300, channels: 3, background: '#89a' } })
    .png()
    .toBuffer();
  const { body: picture } = await ask(`${url}/api/pictures?name=a.png`, 'POST', new Uint8Array(png));
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobWith('Long', 800, picture) });
  const { body: run } = await ask(`${url}/api/jobs/${job.id}/runs`, 'POST', { kind: 'sheet' });
  await until(async () => (await ask(`${url}/api/runs/${run.id}`)).body.progress > 0);
  return run.id;
}

test('a second start on the same folder says what runs there, and the print under way goes on', async () => {
  const data = all.folder();
  const first = all.start(data);
  const url = await first.ready;
  const id = await longRun(url);
  const partial = () => readdirSync(join(data, 'runs')).filter((name) => name.includes('.partial'));
  expect(partial()).not.toEqual([]);
  const before = partial();
  const { code, said } = await failed(data, { CHROMATYPE_PORT: new URL(url).port });
  expect(code).toBe(1);
  expect(said).toContain(`a server at ${url}/ (process ${first.pid})`);
  expect(partial()).toEqual(before);
  await until(async () => (await ask(`${url}/api/runs/${id}`)).body.state === 'done', 60);
  expect((await ask(`${url}/api/runs/${id}/file`)).status).toBe(200);

  // A server that is killed leaves no lock behind.
  first.kill('SIGKILL');
  await first.ended;
  await all.start(data).ready;
});

test('a server with an open event stream ends within two seconds of SIGTERM and puts its run back', async () => {
  const data = all.folder();
  const server = all.start(data);
  const url = await server.ready;
  const id = await longRun(url);
  const events = await fetch(`${url}/api/runs/${id}/events`);
  const read = events.body!.getReader();
  await read.read();
  const ms = await fairTime(() => {
    server.kill('SIGTERM');
    return server.ended;
  });
  expect(ms).toBeLessThan(2000);
  expect((await server.ended).code).toBe(0);
  await read.cancel().catch(() => {});
  const database = new Database(join(data, 'chromatype.sqlite'), { readonly: true });
  expect(database.prepare('SELECT state, progress FROM run WHERE id = ?').get(id)).toEqual({
    state: 'queued',
    progress: 0,
  });
  database.close();
  expect(readdirSync(join(data, 'runs'))).toEqual([]);
});

test('a port that is in use is said, and the folder is left as it is', async () => {
  const url = await all.start(all.folder()).ready;
  const data = all.folder();
  mkdirSync(join(data, 'runs'));
  writeFileSync(join(data, 'runs', 'a.png.1.partial'), 'half');
  const { code, said } = await failed(data, { CHROMATYPE_PORT: new URL(url).port });
  expect([code, said]).toEqual([1, `Chromatype cannot listen on 127.0.0.1:${new URL(url).port}: the port is in use.`]);
  expect(existsSync(join(data, 'runs', 'a.png.1.partial'))).toBe(true);
  expect(existsSync(join(data, 'chromatype.sqlite'))).toBe(false);
});

test.each([
  ['CHROMATYPE_PORT', 'abc', 2, /CHROMATYPE_PORT is "abc"/],
  ['CHROMATYPE_PORT', '70000', 2, /between 0 and 65535/],
  ['CHROMATYPE_HOSTS', 'a b', 2, /CHROMATYPE_HOSTS holds "a b"/],
  ['CHROMATYPE_LIMITS', 'maybe', 2, /on or off/],
  ['CHROMATYPE_HOST', '203.0.113.7', 1, /set a password first/],
  ['CHROMATYPE_HOST', '0.0.0.0', 1, /set a password first/],
  ['CHROMATYPE_HOSTS', 'studio.example', 1, /set a password first/],
])('%s=%s does not start', async (name, value, code, sentence) => {
  const result = await failed(all.folder(), { [name]: value });
  expect(result.code).toBe(code);
  expect(result.said).toMatch(sentence);
});

test('a folder that cannot be made or written to is said', async () => {
  const file = join(all.folder(), 'file');
  writeFileSync(file, '');
  expect(await failed(join(file, 'data'))).toEqual({
    code: 1,
    said: `The data folder ${join(file, 'data')} cannot be used: a part of the path is a file and not a folder.`,
  });
  // The kernel's own file system takes no files, not even of root.
  const kernel = await failed('/proc/chromatype');
  expect(kernel.code).toBe(1);
  expect(kernel.said).toMatch(/^The data folder \/proc\/chromatype cannot be used: /);
});

describe('a database that cannot be used', () => {
  const file = (data: string) => join(data, 'chromatype.sqlite');

  test('is said when it is none', async () => {
    const data = all.folder();
    writeFileSync(file(data), 'This is no database, but some text that is longer than the head of one. '.repeat(20));
    const { code, said } = await failed(data);
    expect(code).toBe(1);
    expect(said).toMatch(/is damaged .*chromatype doctor/);
  });

  test('is said when a newer version wrote it, and when a page of it is damaged', async () => {
    const data = all.folder();
    const server = all.start(data);
    await server.ready;
    server.kill('SIGTERM');
    await server.ended;
    const database = new Database(file(data));
    database.prepare("INSERT INTO migrations (timestamp, name) VALUES (2000000000000, 'Later2000000000000')").run();
    database.close();
    const newer = await failed(data);
    expect(newer.code).toBe(1);
    expect(newer.said).toMatch(/written by a newer version/);

    const bytes = readFileSync(file(data));
    bytes.fill(0xaa, 4096, 3 * 4096);
    writeFileSync(file(data), bytes);
    const damaged = await failed(data);
    expect(damaged.code).toBe(1);
    expect(damaged.said).toMatch(/is damaged/);
  });
});
