import { CLIP_PARAMS, filePicture, normalsOf } from '@chromatype/core';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Picture } from '@chromatype/core';
import { demoJobs } from './jobs.ts';
import { PICTURES, SCANS } from './pictures/index.ts';

/** Renders the demo pictures that a folder does not hold yet, each in a thread of its own. */
async function makePictures(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const missing = Object.keys({ ...PICTURES, ...SCANS }).filter((name) => !existsSync(join(folder, name)));
  await Promise.all(
    missing.map(
      (name) =>
        new Promise<void>((resolve, reject) => {
          const start = performance.now();
          const thread = new Worker(new URL('./paint.js', import.meta.url), {
            workerData: { name, file: join(folder, name) },
          });
          thread.once('error', reject);
          thread.once('exit', () => {
            console.log(`${name}: ${((performance.now() - start) / 1000).toFixed(1)} s`);
            resolve();
          });
        }),
    ),
  );
}

async function call<T>(url: string, options?: RequestInit): Promise<T> {
  const response = await fetch(url, options);
  if (!response.ok) throw new Error(`${url}: ${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}

/** What the server tells of a picture that it stored. */
interface StoredFile {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  readonly clip: { readonly ends: readonly number[] } | null;
}

/** Puts the demo on the Shelf of a running server, once. */
async function fillShelf(server: string, folder: string): Promise<void> {
  const jobs = await call<{ demo: boolean }[]>(`${server}/api/jobs`);
  if (jobs.some((j) => j.demo)) return;
  const pictures: Record<string, Picture> = {};
  for (const name of Object.keys(PICTURES)) {
    const { hash, width, height, clip } = await call<StoredFile>(`${server}/api/pictures?name=${name}`, {
      method: 'POST',
      body: readFileSync(join(folder, name)),
      headers: { 'Content-Type': 'application/octet-stream' },
    });
    pictures[name] = filePicture({
      id: name.replace(/\..*$/, ''),
      name,
      hash,
      width,
      height,
      clip: clip && { ends: clip.ends, settings: normalsOf(CLIP_PARAMS) },
    });
  }
  for (const document of demoJobs(pictures).reverse()) {
    await call(`${server}/api/jobs`, {
      method: 'POST',
      body: JSON.stringify({ document, demo: true }),
      headers: { 'Content-Type': 'application/json' },
    });
  }
}

const [folder, server] = process.argv.slice(2);
if (!folder) {
  console.error('Give the folder for the pictures, and the address of a running server to fill its Shelf.');
  process.exitCode = 2;
} else {
  await makePictures(folder);
  if (server) await fillShelf(server.replace(/\/$/, ''), folder);
}
