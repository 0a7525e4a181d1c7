import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { createJob } from '@chromatype/core';
import Database from 'better-sqlite3';
import { chromium, expect, type Page, test } from '@playwright/test';
import { chromiumOptions } from '../bench/src/chromium.ts';
import { sharedServer } from '../bench/src/processes/shared-server.ts';
import { newJob, saved, storedJob, type } from './support/bench.ts';

/** A page of another origin, as somebody else would serve it. */
async function foreignPage(): Promise<{ server: Server; address: string }> {
  const server = createServer((_request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/html' });
    response.end('<!doctype html><title>Elsewhere</title><p>Another site.</p>');
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { server, address: `http://127.0.0.1:${(server.address() as { port: number }).port}/` };
}

const makeJob = async (page: Page, title: string): Promise<string> => {
  const answer = await page.request.post('/api/jobs', { data: { document: createJob(title, 'p') } });
  return ((await answer.json()) as { id: string }).id;
};

const pictures = async (page: Page, hash: string) => (await page.request.get(`/api/pictures/${hash}`)).status();

test('a page of another name that resolves to this machine reads nothing and changes nothing', async ({
  page,
  baseURL,
}) => {
  const id = await makeJob(page, 'Rebound');
  const { args = [], ...options } = chromiumOptions();
  const browser = await chromium.launch({
    ...options,
    args: [...args, '--host-resolver-rules=MAP elsewhere.example 127.0.0.1'],
  });
  try {
    const other = await browser.newPage();
    const address = `http://elsewhere.example:${new URL(baseURL!).port}`;
    const shown = await other.goto(`${address}/`);
    expect(shown!.status()).toBe(421);
    // The page is of the server's own origin to its browser: only the name tells it apart.
    const answers = await other.evaluate(async (job) => {
      const statusOf = async (path: string, method = 'GET') => (await fetch(path, { method })).status;
      const stream = await new Promise((resolve) => {
        const events = new EventSource('/api/runs/none/events');
        events.onerror = () => resolve(events.readyState === EventSource.CLOSED);
      });
      return [await statusOf('/api/jobs'), await statusOf(`/api/jobs/${job}`, 'DELETE'), stream];
    }, id);
    expect(answers).toEqual([421, 421, true]);
  } finally {
    await browser.close();
  }
  expect((await page.request.get(`/api/jobs/${id}`)).status()).toBe(200);
});

test('a page of another origin cannot store, change or remove anything', async ({ page, baseURL }) => {
  const id = await makeJob(page, 'Guarded');
  const { server, address } = await foreignPage();
  try {
    await page.goto(address);
    // What a browser sends without asking first: simple requests, and a form.
    const hash = await page.evaluate(
      async ([target, job]) => {
        const drawing = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><path d="M0 0h9v9z"/></svg>';
        const bytes = new TextEncoder().encode(drawing);
        const send = (path: string, init: RequestInit) =>
          fetch(`${target}${path}`, { mode: 'no-cors', ...init }).catch(() => {});
        await send('/api/pictures?name=a.svg', {
          method: 'POST',
          body: drawing,
          headers: { 'Content-Type': 'text/plain' },
        });
        await send('/api/pictures?name=a.svg', { method: 'POST', body: new Blob([bytes]) });
        await send(`/api/jobs/${job}/restore`, { method: 'POST' });
        await send(`/api/runs/none/cancel`, { method: 'POST' });
        await send('/api/press', { method: 'POST', body: 'PK' });
        await fetch(`${target}/api/jobs/${job}`, { method: 'DELETE' }).catch(() => {});
        const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
        return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
      },
      [baseURL!, id] as const,
    );
    expect(await pictures(page, hash)).toBe(404);
    expect((await page.request.get(`/api/jobs/${id}`)).status()).toBe(200);
    // A form may navigate, and gets to see a refusal.
    await page.setContent(
      `<form method="post" enctype="text/plain" action="${baseURL}/api/pictures?name=b.svg"><input name="a" value="b"><button>Send</button></form>`,
    );
    const [answer] = await Promise.all([
      page.waitForResponse((r) => r.url().includes('/api/pictures')),
      page.click('button'),
    ]);
    expect(answer.status()).toBe(403);
  } finally {
    server.close();
  }
});

test('a picture that was not there yet is shown once it is', async ({ page }) => {
  await page.goto('/');
  const shown = await page.evaluate(async () => {
    const canvas = document.createElement('canvas');
    canvas.width = 40;
    canvas.height = 30;
    canvas.getContext('2d')!.fillRect(4, 4, 9, 9);
    const blob = await new Promise<Blob>((resolve) => canvas.toBlob((b) => resolve(b!)));
    const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', await blob.arrayBuffer()));
    const hash = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
    const widthOf = () =>
      new Promise<number>((resolve) => {
        const image = new Image();
        image.onload = () => resolve(image.naturalWidth);
        image.onerror = () => resolve(0);
        image.src = `/api/pictures/${hash}/thumb.png`;
      });
    // Asked for too early, by its final address.
    const before = await widthOf();
    const early = await fetch(`/api/pictures/${hash}/pixels`);
    await fetch('/api/pictures?name=a.png', {
      method: 'POST',
      body: blob,
      headers: { 'Content-Type': 'application/octet-stream' },
    });
    const late = await fetch(`/api/pictures/${hash}/pixels`);
    return [before, early.status, await widthOf(), late.status, (await late.arrayBuffer()).byteLength];
  });
  expect(shown).toEqual([0, 404, 40, 200, 40 * 30 * 4]);
});

test.describe('a server beyond this machine', () => {
  let server: Awaited<ReturnType<typeof sharedServer>>;
  test.beforeAll(async () => {
    server = await sharedServer('kite over harbour');
  });
  test.afterAll(() => server.stop());

  test('asks for its password, lets in who knows it, and out who leaves', async ({ page }) => {
    await page.goto(server.address);
    const form = page.getByRole('dialog', { name: 'Sign in' });
    await form.getByLabel('Password').fill('kite');
    await form.getByRole('button', { name: 'Sign in' }).click();
    await expect(form.getByRole('alert')).toHaveText('This is not the password of this server.');
    await form.getByLabel('Password').fill('kite over harbour');
    await form.getByLabel('Password').press('Enter');
    await expect(page.getByRole('button', { name: 'New job' })).toBeVisible();
    await expect(form).toBeHidden();
    await page.getByRole('button', { name: 'New job' }).click();
    await expect(page.getByTestId('save-state')).toHaveText('saved');
    // The cookie is of no use to scripts.
    expect(await page.evaluate(() => document.cookie)).toBe('');
    await page.goto(server.address);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(form).toBeVisible();
    await expect(page.getByRole('heading', { name: 'New job' })).toHaveCount(0);
  });
});

test('a job that cannot be read is shown as such beside the others, and gives its document', async ({ page }) => {
  const id = await makeJob(page, 'Torn page');
  const other = await makeJob(page, 'Sound page');
  const database = new Database(join(process.env.E2E_DATA!, 'chromatype.sqlite'));
  database.prepare('UPDATE job SET document = ? WHERE id = ?').run('{"title":"Torn', id);
  database.close();
  await page.goto('/');
  const card = page.getByRole('main').getByRole('listitem').filter({ hasText: 'Torn page' });
  await expect(card).toContainText('damaged and cannot be read');
  await expect(page.locator(`a[href="/jobs/${other}"]`).first()).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    card.getByRole('link', { name: 'Save the document as it is' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toBe('{"title":"Torn');
  await page.goto(`/jobs/${id}`);
  await expect(page.getByText('The document of this job is damaged and cannot be read.')).toBeVisible();
  // It goes as any job goes, and comes back.
  await page.goto('/');
  await card.getByRole('button', { name: 'Remove Torn page' }).click();
  await expect(card).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(card).toBeVisible();
  await page.request.delete(`/api/jobs/${id}`);
});

test('work that meets a full disk is kept, and saved when there is room', async ({ page }) => {
  const id = await newJob(page);
  await saved(page);
  const full = 'The disk that holds the data is full; nothing was changed. Make room on it and try again.';
  await page.route(`**/api/jobs/${id}`, (route) =>
    route.request().method() === 'PUT' ? route.fulfill({ status: 507, json: { message: full } }) : route.continue(),
  );
  await type(page, 'Angle', '33');
  const state = page.getByTestId('save-state');
  await expect(state).toHaveText('not saved: disk full');
  await expect(state).toHaveAttribute('title', full);
  await page.unroute(`**/api/jobs/${id}`);
  await saved(page);
  expect(JSON.stringify((await storedJob(page, id)).document)).toContain('"angle":33');
});

test('a print that waits for room says so', async ({ page }) => {
  await newJob(page);
  await saved(page);
  const message = 'The disk is full; this print starts again by itself when there is room.';
  await page.route('**/api/runs/*/events', (route) => {
    const id = /runs\/([^/]+)/.exec(route.request().url())![1];
    const run = {
      id,
      jobId: '',
      asked: { kind: 'sheet' },
      fileName: 'waiting.png',
      state: 'queued',
      progress: 0,
      message,
    };
    return route.fulfill({ contentType: 'text/event-stream', body: `data: ${JSON.stringify(run)}\n\n` });
  });
  await page.getByRole('button', { name: 'Output' }).click();
  await page.getByRole('button', { name: 'Make PNG' }).click();
  await expect(page.getByRole('status').filter({ hasText: message })).toBeVisible();
});

test('addresses that nobody knows are answered in a sentence, whatever is sent to them', async ({ page }) => {
  for (const [path, status] of [
    ['/nothing', 405],
    ['/api/nothing', 404],
    ['/', 405],
  ] as const) {
    const answer = await page.request.post(path, { data: {} });
    expect(answer.status()).toBe(status);
    expect(((await answer.json()) as { message: string }).message).toMatch(/^[A-Z][^\n]*\.$/);
  }
});
