import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';
import { chromiumOptions } from '../bench/src/chromium.ts';

const PORT = Number(process.env.E2E_PORT ?? 4391);
const data = process.env.E2E_DATA ?? mkdtempSync(join(tmpdir(), 'chromatype-e2e-'));
process.env.E2E_DATA = data;

export default defineConfig({
  testDir: '.',
  // A slow quarter of an hour of a shared machine takes several times as long as a quick one.
  timeout: 180_000,
  expect: { timeout: 40_000 },
  // Tests wait for saving and printing much of the time; they share one server, and each worker has one browser.
  workers: 2,
  reporter: 'list',
  outputDir: '../test-results',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // Traces take a picture of every step: E2E_TRACE=1 asks for them.
    trace: process.env.E2E_TRACE ? 'retain-on-failure' : 'off',
    launchOptions: chromiumOptions(),
  },
  webServer: {
    command: 'node ../server/dist/main.js',
    url: `http://127.0.0.1:${PORT}/api/jobs`,
    env: { CHROMATYPE_DATA: data, CHROMATYPE_PORT: String(PORT), CHROMATYPE_HOST: '127.0.0.1' },
    reuseExistingServer: false,
  },
});
