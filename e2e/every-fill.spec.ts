import { createHash } from 'node:crypto';
import { createKernels, type Job, memorySource, packRows, sheetPixels } from '@chromatype/core';
import { expect, test } from '@playwright/test';
import { everyFillJob } from '../core/test/stencil/every-fill.ts';
import { normalisePicture } from '../server/src/pictures/reading/normalise.ts';
import { dropPicture, saved, settled, smallJob, storedJob } from './support/bench.ts';
import { packed, softPhoto } from './support/pictures.ts';
import { plateOf } from './support/stencil.ts';

const digestOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

test('every kind of stencil, tint, tile and wear prints the same bytes in the browser and on the server', async ({
  page,
}) => {
  const id = await smallJob(page);
  const photo = await softPhoto(900, 600);
  await dropPicture(page, 'photo.jpg', 'image/jpeg', photo);
  await saved(page);
  const [picture] = (await storedJob(page, id)).document.pictures;
  const every = everyFillJob(picture!, (place) => place % 12 === 1) as unknown as Job;
  // The sheet shows one pass alone; the plates of all are made for their digests.
  const document = { ...every, passes: every.passes.map((pass) => ({ ...pass, on: pass.name === 'edges' })) };
  const made = await page.request.post('/api/jobs', { data: { document } });
  expect(made.ok()).toBe(true);
  await page.goto(`/jobs/${((await made.json()) as { id: string }).id}`);
  await settled(page);

  // What the server prints is what its engine prints here, of the same pixels.
  const { width, height, channels, pixels } = await normalisePicture(photo, 'photo.jpg');
  const source = memorySource(width, height, channels, pixels);
  const kernels = createKernels();
  const sheet = sheetPixels(document.sheet);
  for (const [k, pass] of document.passes.entries()) {
    const theirs = digestOf(packRows(kernels, document, pass, () => source));
    const mine = await page.evaluate((at) => window.chromatype!.plateDigest(at), k);
    expect([pass.name, mine]).toEqual([pass.name, `${sheet.width}x${sheet.height}:${theirs}`]);
  }
  const plate = await plateOf(page, 'edges');
  const mine = await page.evaluate((n) => window.chromatype!.plateDigest(n), 2);
  expect(mine).toBe(`${plate.width}x${plate.height}:${digestOf(packed(plate))}`);
});
