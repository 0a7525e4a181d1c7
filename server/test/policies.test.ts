import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
let web: string;
beforeAll(async () => {
  web = mkdtempSync(join(tmpdir(), 'chromatype-web-'));
  mkdirSync(join(web, 'assets'));
  writeFileSync(join(web, 'index.html'), '<!doctype html><title>Chromatype</title>');
  for (const name of ['index-a.js', 'worker-a.js']) writeFileSync(join(web, 'assets', name), '');
  server = await startApp({ web });
});
afterAll(async () => {
  await server.close();
  rmSync(web, { recursive: true });
});

const policyOf = async (path: string): Promise<string> => {
  const { status, headers } = await request(server.app.getHttpServer()).get(path);
  expect(status).toBe(200);
  return headers['content-security-policy'] as string;
};

test('pages and their scripts make no code from text; only threads may, which have no page', async () => {
  for (const path of ['/', '/jobs/1', '/assets/index-a.js']) {
    expect(await policyOf(path)).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(await policyOf(path)).not.toContain(" 'unsafe-eval'");
  }
  const thread = await policyOf('/assets/worker-a.js');
  expect(thread).toContain("default-src 'none'");
  expect(thread).toContain(" 'unsafe-eval'");
});
