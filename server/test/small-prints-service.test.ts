import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createJob } from '@chromatype/core';
import type { ReadableJob } from '../src/jobs/jobs.service.ts';
import { SmallPrintsService } from '../src/jobs/small-prints.service.ts';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'prints-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const job = { id: 'j', document: createJob('Kite Week', 'p') } as unknown as ReadableJob;
const PRINT = { width: 2, height: 1, rgba: new Uint8ClampedArray(8).fill(255) };

/** The service with a thread that prints when it is told to. */
function setUp() {
  const asked: { print(): void; readonly signal: AbortSignal }[] = [];
  const threads = {
    smallPrint: (_: unknown, signal: AbortSignal) =>
      new Promise((resolve, reject) => {
        asked.push({ print: () => resolve(PRINT), signal });
        signal.addEventListener('abort', () => reject(signal.reason));
      }),
  };
  const pictures = { filesOf: async () => ({}) };
  const service = new SmallPrintsService({ data: folder } as never, pictures as never, threads as never);
  const until = async (count: number) => {
    while (asked.length < count) await new Promise((resolve) => setTimeout(resolve, 5));
  };
  return { service, asked, until };
}

test('a print is made once for all who wait, and given up when the last of them is gone', async () => {
  const { service, asked, until } = setUp();
  const [one, two] = [new AbortController(), new AbortController()];
  const first = service.printOf(job, 100, one.signal).catch(() => 'given up');
  const second = service.printOf(job, 100, two.signal).catch(() => 'given up');
  await until(1);
  await new Promise((resolve) => setTimeout(resolve, 50));
  one.abort();
  expect([asked.length, asked[0]!.signal.aborted]).toEqual([1, false]);
  two.abort();
  expect(asked[0]!.signal.aborted).toBe(true);
  expect(await Promise.all([first, second])).toEqual(['given up', 'given up']);
});

test('who stays gets the print; whoever asks after it was given up has it made anew', async () => {
  const { service, asked, until } = setUp();
  const [one, two, three] = [new AbortController(), new AbortController(), new AbortController()];
  const left = service.printOf(job, 100, one.signal).catch(() => 'given up');
  await until(1);
  one.abort();
  expect(await left).toBe('given up');
  const stays = service.printOf(job, 100, two.signal);
  await until(2);
  asked[1]!.print();
  expect((await stays).subarray(1, 4).toString()).toBe('PNG');
  // From now on it is kept.
  expect((await service.printOf(job, 100, three.signal)).length).toBe((await stays).length);
  expect(asked).toHaveLength(2);
});
