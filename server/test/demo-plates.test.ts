import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  createKernels,
  filePicture,
  loadClipper,
  memorySource,
  packRows,
  type Picture,
  type PictureSource,
} from '@chromatype/core';
import { demoJobs } from '../../demo/src/jobs.ts';
import { normalisePicture } from '../src/pictures/reading/normalise.ts';

/** Where `node demo/dist/main.js data/demo` puts the pictures; scripts/test.sh makes them first. */
const FOLDER = fileURLToPath(new URL('../../data/demo', import.meta.url));
const KEPT = fileURLToPath(new URL('./demo-plates.json', import.meta.url));

/** Hashes by name: of each picture's pixels, and of each job's plates. */
interface Hashes {
  readonly pictures: Readonly<Record<string, string>>;
  readonly jobs: Readonly<Record<string, readonly string[]>>;
}

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex').slice(0, 32);

const kept = JSON.parse(readFileSync(KEPT, 'utf8')) as Hashes;
const kernels = createKernels();
await loadClipper();
const sources = new Map<string, PictureSource>();
const pictures: Record<string, Picture> = {};

beforeAll(async () => {
  for (const name of Object.keys(kept.pictures)) {
    const file = join(FOLDER, name);
    if (!existsSync(file))
      throw new Error(`The demo picture ${name} is missing: run node demo/dist/main.js data/demo.`);
    const { width, height, channels, pixels } = await normalisePicture(readFileSync(file), name);
    const hash = hashOf(pixels).repeat(2);
    sources.set(hash, memorySource(width, height, channels, pixels));
    pictures[name] = filePicture({ id: name.replace(/\..*$/, ''), name, hash, width, height });
  }
}, 120_000);

test('the demo pictures have the pixels that the hashes of plates were taken with', () => {
  const own = Object.entries(pictures).map(([name, { hash }]) => [name, hash!.slice(0, 32)]);
  expect(Object.fromEntries(own)).toEqual(kept.pictures);
});

/* The plates were hashed before the engine was divided into layers, those of stencils and tints when they were first made; those of separations anew when their colours were mended, that of the manga page when its balloon was moved, that of the wave poster when outlines that leave the sheet were mended at its edge, that of the joined lettering when the compiled clipper came, that of the sign in studs when pieces were lit alike in every part of the sheet, those of bent jobs when they were first made and anew when places between nodes came to lie on cubics, and when nodes came to lie as close as the smallest thing that a bend does (2 or 3 pixels of some millions changed), those of stones and of clips, as they are at rest, when they were first made. */
test.each(Object.keys(kept.jobs))('%s makes the plates that it made', (title) => {
  const job = demoJobs(pictures).find((j) => j.title === title)!;
  const plates = job.passes.map((pass) => hashOf(packRows(kernels, job, pass, (hash) => sources.get(hash) ?? null)));
  expect(plates).toEqual(kept.jobs[title]);
});

test('every demo job is kept', () => {
  expect(demoJobs(pictures).map((job) => job.title)).toEqual(Object.keys(kept.jobs));
});
