import {
  ciede2000,
  createJob,
  fillOf,
  planInkTable,
  planPass,
  separated,
  withFill,
  INK_SETS,
  filePicture,
  type Job,
  labOfLight,
  memorySource,
  lookUpInks,
  predict,
  modelOf,
  quickSeparations,
  readJob,
  splitPicture,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

/** A job split into process; every name is one job of its own, so that no table of it is known. */
function splitJob(cyan: string, way: 'nearest' | 'chosen' = 'nearest'): Job {
  const base = createJob('Quick', 'p');
  const job: Job = {
    ...base,
    pictures: [filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: 100, height: 100 })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'a' } })),
  };
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'process')!;
  const split = splitPicture(job, { set, from: 'p', newId: () => `n${n++}`, chosen: way === 'chosen' }).job;
  return {
    ...split,
    passes: split.passes.map((p) =>
      p.name === 'Cyan' ? { ...p, ink: { ...p.ink, colour: cyan, measured: null } } : p,
    ),
  };
}

const tableOf = (job: Job) => planInkTable(separated(job, job.separations[0]!)).make(kernels);

test('a first look goes by a small table until the whole one is there, and then by the whole', () => {
  const job = splitJob('#0091d1');
  const quick = quickSeparations(job);
  const small = tableOf(quick);
  // The small table does not stand in for the whole one.
  expect(quickSeparations(job).separations[0]!.coarse).toBe(true);
  const whole = tableOf(job);
  expect([small.size, whole.size]).toEqual([7, 25]);
  expect(quickSeparations(job)).toBe(job);
  const source = memorySource(1, 1, 4, new Uint8Array(4));
  const lightKey = (j: Job) => planPass({ kernels, pictures: () => source }, j, j.passes.find((p) => p.on)!).light.key;
  expect(lightKey(quick)).not.toBe(lightKey(job));
});

test('its colours are those of the whole table within a mean CIEDE2000 of 1.5', () => {
  const job = splitJob('#0092d2');
  const quick = quickSeparations(job);
  const [small, whole] = [tableOf(quick), tableOf(job)];
  const model = modelOf(separated(job, job.separations[0]!));
  const next = random(5);
  let sum = 0;
  for (let k = 0; k < 500; k++) {
    const colour = [next(), next(), next()] as const;
    const [a, b] = [small, whole].map((table) => predict(model, lookUpInks(table, ...colour)));
    sum += ciede2000(labOfLight(a!), labOfLight(b!));
  }
  expect(sum / 500).toBeLessThan(1.5);
});

test('flat art has no small table: its solids must stay where they are', () => {
  const job = splitJob('#0093d3', 'chosen');
  expect(quickSeparations(job)).toBe(job);
});

test('a stored job cannot ask for small tables', () => {
  const job = splitJob('#0094d4');
  expect(() => readJob(JSON.parse(JSON.stringify(quickSeparations(job))))).toThrow(/coarse/);
});
