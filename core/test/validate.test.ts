import { createJob, JOB_VERSION, JobError, MOST_PASSES, readJob } from '../src/index.ts';

/** A job that may be spoilt in any way. */
// biome-ignore lint/suspicious/noExplicitAny: what is tested is exactly what has no type
type Loose = any;

const good = (): Loose => structuredClone(createJob('Poster', 'p1'));

test('a job read from its own JSON is the same job', () => {
  const job = createJob('Poster', 'p1');
  expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
});

const cases: readonly [string, (job: Loose) => void][] = [
  [
    'format',
    (j) => {
      j.format = 'poster';
    },
  ],
  [
    'version',
    (j) => {
      j.version = JOB_VERSION + 1;
    },
  ],
  [
    'version',
    (j) => {
      j.version = 'one';
    },
  ],
  [
    'title',
    (j) => {
      j.title = 7;
    },
  ],
  [
    'sheet',
    (j) => {
      j.sheet = [];
    },
  ],
  [
    'sheet.width',
    (j) => {
      j.sheet.width = Number.NaN;
    },
  ],
  [
    'sheet.width',
    (j) => {
      j.sheet.width = 4;
    },
  ],
  [
    'sheet.ppi',
    (j) => {
      Object.assign(j.sheet, { width: 3000, height: 3000, ppi: 2400 });
    },
  ],
  [
    'sheet.stock.colour',
    (j) => {
      j.sheet.stock.colour = 'cream';
    },
  ],
  [
    'pictures[0].hash',
    (j) => {
      j.pictures = [{ id: 'a', name: 'a', hash: 'zz', width: 1, height: 1 }];
    },
  ],
  [
    'passes',
    (j) => {
      j.passes = Array.from({ length: MOST_PASSES + 1 }, (_, k) => ({ ...j.passes[0], id: `p${k}` }));
    },
  ],
  [
    'passes[1].id',
    (j) => {
      j.passes.push(j.passes[0]);
    },
  ],
  [
    'passes[0].fills[0].feed.picture',
    (j) => {
      j.passes[0].fills[0].feed.picture = 'gone';
    },
  ],
  [
    'passes[0].fills[0].feed.part',
    (j) => {
      j.passes[0].fills[0].feed.part = 'infrared';
    },
  ],
  [
    'passes[0].fills[0].tone.lights',
    (j) => {
      Object.assign(j.passes[0].fills[0].tone, { lights: 0.6, darks: 0.5 });
    },
  ],
  [
    'passes[0].fills[0].screen.dots.shape',
    (j) => {
      j.passes[0].fills[0].screen.dots.shape = 'Blob';
    },
  ],
  [
    'passes[0].fills[0].screen.frequency.value',
    (j) => {
      j.passes[0].fills[0].screen.frequency.value = 200;
    },
  ],
  [
    'passes[0].fills[0].screen.frequency.per',
    (j) => {
      j.passes[0].fills[0].screen.frequency.per = 'furlong';
    },
  ],
  [
    'passes[0].fills[0].screen.angle',
    (j) => {
      j.passes[0].fills[0].screen.angle = null;
    },
  ],
  [
    'passes[0].fills[0].screen.oneTone',
    (j) => {
      j.passes[0].fills[0].screen.oneTone = 'yes';
    },
  ],
  [
    'passes[0].fills[0].screen.family',
    (j) => {
      j.passes[0].fills[0].screen.family = 'glitter';
    },
  ],
  [
    'passes[0].fills[0].screen.grain.levels',
    (j) => {
      j.passes[0].fills[0].screen.grain.levels = 4.5;
    },
  ],
  [
    'passes[0].fills[0].screen.grain.palette',
    (j) => {
      j.passes[0].fills[0].screen.grain.palette = ['#000000'];
    },
  ],
  [
    'passes[0].fills[0].screen.grain.palette[1]',
    (j) => {
      j.passes[0].fills[0].screen.grain.palette[1] = 'red';
    },
  ],
  [
    'passes[0].fills[0].screen.tile.picture',
    (j) => {
      j.passes[0].fills[0].screen.tile.picture = 'gone';
    },
  ],
  [
    'passes[0].fills[0].screen.lines.glow',
    (j) => {
      j.passes[0].fills[0].screen.lines.glow = 1;
    },
  ],
  [
    'passes[0].ink.opacity',
    (j) => {
      j.passes[0].ink.opacity = 1.5;
    },
  ],
  [
    'passes[0].glitter',
    (j) => {
      j.passes[0].glitter = 1;
    },
  ],
];

test.each(cases)('nonsense in %s is refused by that name', (field, spoil) => {
  const job = good();
  spoil(job);
  let error: unknown;
  try {
    readJob(job);
  } catch (e) {
    error = e;
  }
  expect(error).toBeInstanceOf(JobError);
  expect((error as JobError).field).toBe(field);
  expect((error as JobError).message).toMatch(/^.+\.$/);
});

test.each([null, 3, 'job', [], {}])('%j is no job', (value) => {
  expect(() => readJob(value)).toThrow(JobError);
});
