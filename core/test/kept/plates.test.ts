import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createKernels, type Job, packRows, readJob } from '../../src/index.ts';
import { KEPT_SOURCES } from './sources.ts';

type Fields = { readonly [name: string]: unknown };

/** A job as the fixture keeps it: what differs from the base document, and the hash of each pass's plate. */
interface Kept {
  readonly job: Fields;
  readonly passes: readonly Fields[];
  readonly plates: readonly string[];
  /** Plates whose bytes were changed on purpose after the hashes were taken, and why. */
  readonly changed?: { readonly plates: readonly string[]; readonly why: string };
}

const isGroup = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The base with every field of `part` in its place; lists are replaced as a whole. */
function merged(base: unknown, part: unknown): unknown {
  if (!isGroup(base) || !isGroup(part)) return part;
  const names = new Set([...Object.keys(base), ...Object.keys(part)]);
  return Object.fromEntries([...names].map((n) => [n, n in part ? merged(base[n], part[n]) : base[n]]));
}

const { base, jobs } = JSON.parse(readFileSync(new URL('./jobs.json', import.meta.url), 'utf8')) as {
  readonly base: { readonly passes: readonly Fields[] };
  readonly jobs: readonly Kept[];
};

const kernels = createKernels();

/** First half of the SHA-256 of a plate's packed rows. */
function platesOf(job: Job): string[] {
  return job.passes.map((pass) => {
    const rows = packRows(kernels, job, pass, (hash) => KEPT_SOURCES[hash] ?? null);
    return createHash('sha256').update(rows).digest('hex').slice(0, 32);
  });
}

/*
 * 200 jobs with random settings in document version 4. Their plates were hashed before the engine was divided into
 * layers, and every later version must make the same bytes. Where a defect was mended on purpose, `changed` holds
 * the new hashes and the reason.
 */
test('two hundred jobs are kept', () => {
  expect(jobs).toHaveLength(200);
});

test.each(jobs.map((kept, n) => [n, kept] as const))('job %d makes the plates that it made', (_, kept) => {
  const document = { ...(merged(base, kept.job) as Fields), passes: kept.passes.map((p) => merged(base.passes[0], p)) };
  expect(platesOf(readJob(document))).toEqual(kept.changed?.plates ?? kept.plates);
});
