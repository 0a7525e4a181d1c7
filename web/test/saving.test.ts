import 'fake-indexeddb/auto';
import { createJob, type Job } from '@chromatype/core';

/** A browser's storage, as far as drafts use it. */
const stored = new Map<string, string>();
Object.assign(globalThis, {
  // A channel to other tabs would keep the test from ending.
  BroadcastChannel: undefined,
  localStorage: {
    getItem: (k: string) => stored.get(k) ?? null,
    setItem: (k: string, v: string) => stored.set(k, v),
    removeItem: (k: string) => stored.delete(k),
  },
});

const { openJob, saveNow, closeJob, keepMineAsCopy, takeTheirs } = await import('../src/document/autosave.ts');
const { beginGesture, edit, endGesture, history, redo, undo, useOpenJob } = await import('../src/document/store.ts');
const { setScreen, setTitle } = await import('../src/document/edits.ts');

/** A server with one job, optimistic versions and a switch for the wire. */
const server = { version: 1, document: createJob('Poster', 'p'), reachable: true, copies: [] as Job[] };

const answer = (status: number, body: unknown) => ({ ok: status < 300, status, json: async () => body });

globalThis.fetch = (async (_url: string, options: RequestInit = {}) => {
  if (!server.reachable) throw new TypeError('no wire');
  if (options.method === 'POST') {
    server.copies.push(JSON.parse(options.body as string).document);
    return answer(201, { id: 'copy', version: 1, document: server.copies.at(-1) });
  }
  if (options.method !== 'PUT')
    return answer(200, { id: 'job', version: server.version, document: server.document, demo: false });
  const match = Number((options.headers as Record<string, string>)['If-Match']!.replaceAll('"', ''));
  if (match !== server.version) return answer(409, { message: 'changed elsewhere', version: server.version });
  server.version++;
  server.document = JSON.parse(options.body as string).document;
  return answer(200, { id: 'job', version: server.version });
}) as unknown as typeof fetch;

const job = () => useOpenJob.getState().job!;
const angle = (value: number) => edit(setScreen('p-1', { angle: value }));

beforeEach(async () => {
  stored.clear();
  Object.assign(server, { version: 1, document: createJob('Poster', 'p'), reachable: true, copies: [] });
  await openJob('job');
  history().clear();
});
afterEach(async () => {
  server.reachable = true;
  await saveNow().catch(() => {});
  closeJob();
});

test('what is changed is saved once over the version it grew from', async () => {
  angle(10);
  expect(useOpenJob.getState().saveState).toBe('changed');
  await saveNow();
  expect(useOpenJob.getState()).toMatchObject({ saveState: 'saved', version: 2 });
  expect(server.document.passes[0]!.fills[0].screen.angle).toBe(10);
  await saveNow();
  expect(server.version).toBe(2);
});

test('a gesture is one step of undo, single changes are one each', () => {
  beginGesture();
  for (const a of [20, 30, 40]) angle(a);
  endGesture();
  angle(50);
  undo();
  expect(job().passes[0]!.fills[0].screen.angle).toBe(40);
  undo();
  expect(job().passes[0]!.fills[0].screen.angle).toBe(45);
  expect(history().pastStates).toHaveLength(0);
  redo();
  redo();
  expect(job().passes[0]!.fills[0].screen.angle).toBe(50);
});

test('undo in the middle of a gesture ends it', () => {
  beginGesture();
  angle(20);
  undo();
  expect(useOpenJob.getState().dragging).toBe(false);
  expect(job().passes[0]!.fills[0].screen.angle).toBe(45);
  angle(21);
  undo();
  expect(job().passes[0]!.fills[0].screen.angle).toBe(45);
});

test('without a server work stays in this browser and is saved when it is back', async () => {
  server.reachable = false;
  angle(12);
  await expect(saveNow()).rejects.toThrow(/does not answer/);
  expect(useOpenJob.getState().saveState).toBe('offline');
  closeJob();
  server.reachable = true;
  await openJob('job');
  expect(job().passes[0]!.fills[0].screen.angle).toBe(12);
  await saveNow();
  expect(server.document.passes[0]!.fills[0].screen.angle).toBe(12);
});

test('a conflict overwrites nothing; mine becomes a copy, or theirs is taken', async () => {
  server.version = 5;
  server.document = { ...server.document, title: 'Theirs' };
  edit(setTitle('Mine'));
  await expect(saveNow()).rejects.toThrow();
  expect(useOpenJob.getState().saveState).toBe('conflict');
  expect(server.document.title).toBe('Theirs');
  expect(await keepMineAsCopy()).toBe('copy');
  expect(server.copies[0]!.title).toBe('Mine (my copy)');
  await takeTheirs();
  expect(job().title).toBe('Theirs');
  expect(useOpenJob.getState()).toMatchObject({ saveState: 'saved', version: 5 });
});

test('a draft from before a foreign save is not thrown away but asked about', async () => {
  server.reachable = false;
  edit(setTitle('Unsaved'));
  await saveNow().catch(() => {});
  closeJob();
  server.reachable = true;
  server.version = 3;
  server.document = { ...server.document, title: 'Newer' };
  await openJob('job');
  expect(useOpenJob.getState().saveState).toBe('conflict');
  expect(job().title).toBe('Unsaved');
  await takeTheirs();
  expect(job().title).toBe('Newer');
});

test('nonsense is never sent', async () => {
  edit((j) => ({ ...j, sheet: { ...j.sheet, ppi: Number.NaN } }));
  await expect(saveNow()).rejects.toThrow(/"sheet.ppi" must be a number/);
  expect(useOpenJob.getState().saveState).toBe('refused');
  expect(server.version).toBe(1);
  undo();
  await saveNow();
  expect(useOpenJob.getState().saveState).toBe('saved');
});
