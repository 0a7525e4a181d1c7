import { createServer, type Server } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createJob } from '@chromatype/core';
import { chromium, expect, type Page, test } from '@playwright/test';
import { chromiumOptions } from '../bench/src/chromium.ts';
import { type ServerProcess, startServer } from '../bench/src/processes/server-process.ts';

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
  const data = mkdtempSync(join(tmpdir(), 'chromatype-shared-'));
  let server: ServerProcess;
  let address: string;
  test.beforeAll(async () => {
    const { setPassword } = (await import('../server/dist/access/password-file.js' as string)) as {
      setPassword(data: string, password: string): Promise<void>;
    };
    await setPassword(data, 'kite over harbour');
    server = startServer(data, { CHROMATYPE_HOST: '0.0.0.0' });
    address = (await server.ready).replace('0.0.0.0', '127.0.0.1');
  });
  test.afterAll(async () => {
    server.kill('SIGTERM');
    await server.ended;
    rmSync(data, { recursive: true, force: true });
  });

  test('asks for its password, lets in who knows it, and out who leaves', async ({ page }) => {
    await page.goto(address);
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
    await page.goto(address);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(form).toBeVisible();
    await expect(page.getByRole('heading', { name: 'New job' })).toHaveCount(0);
  });
});
