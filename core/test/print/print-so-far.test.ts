import {
  composeExact,
  createFill,
  createPass,
  filePicture,
  fillOf,
  type Job,
  memorySource,
  newPart,
  newStencil,
  NO_EDGES,
  packRows,
  type Pass,
  type PictureSource,
  plainInk,
  planPass,
  plateKey,
  printingPasses,
  readJob,
  type Screen,
  sheetPixels,
  withFill,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const [WIDTH, HEIGHT] = [203, 131];
const next = random(4);
const photo = memorySource(
  60,
  40,
  4,
  Uint8Array.from({ length: 60 * 40 * 4 }, (_, k) =>
    k % 4 === 3 ? 255 : Math.floor(128 + 100 * Math.sin(k / 37) * next()),
  ),
);
const base = pixelJob(WIDTH, HEIGHT, { width: 60, height: 40 });
const pictures = (hash: string): PictureSource | null => (hash === 'a'.repeat(64) ? photo : null);
const env = { kernels, pictures };

const screen = (fill: Pass, change: Partial<Screen>): Pass =>
  withFill(fill, { screen: { ...fillOf(fill).screen, ...change } });
const lpi = (value: number) => ({ frequency: { value, per: 'lpi' as const } });

/** Two inks of the photo, and a finishing screen over their print. */
function finished(change: Partial<Screen>, feed: object = {}): Job {
  const lower = [
    { ...screen(createPass('one', 1, 'a'), { ...lpi(20), angle: 15 }), ink: plainInk('Blue', '#1d3f72') },
    {
      ...screen(createPass('two', 2, 'a'), { ...lpi(24), angle: 75, family: 'lines' }),
      ink: plainInk('Red', '#e5482d'),
    },
  ] as Pass[];
  const top = screen(createPass('top', 3, null), change);
  return {
    ...base,
    passes: [...lower, withFill(top, { feed: { ...fillOf(top).feed, from: 'print', ...feed } })],
  };
}

/** The same with the exported print of the lower passes as an ordinary picture. */
function withExport(job: Job, count: number): { job: Job; pictures: (hash: string) => PictureSource | null } {
  const size = sheetPixels(job.sheet);
  const area = { x: 0, y: 0, ...size, step: 1 };
  const passes = printingPasses(job).slice(0, count);
  const plates = passes.map((p) => planPass(env, job, p).plate.read(area));
  const source = memorySource(size.width, size.height, 4, composeExact(kernels, job.sheet, passes, plates, area));
  const top = job.passes.at(-1)!;
  const feed = { ...fillOf(top).feed, from: 'picture' as const, picture: 'export' };
  return {
    job: {
      ...job,
      pictures: [...job.pictures, filePicture({ id: 'export', name: 'export', hash: 'export', ...size })],
      passes: [withFill(top, { feed })],
    },
    pictures: (hash) => (hash === 'export' ? source : pictures(hash)),
  };
}

const rows = (job: Job, pass: Pass, find = pictures) => Buffer.from(packRows(kernels, job, pass, find));

test.each([
  ['dots', { ...lpi(15), angle: 30 }],
  ['diffusion', { family: 'grain' as const }],
  ['dots with one tone a cell', { ...lpi(12), angle: 45, oneTone: true }],
  ['artwork', { family: 'smooth' as const }],
])('%s over the print so far equal %s over its exported picture, byte for byte', (_, change) => {
  for (const feed of [{}, { part: 'r' as const }, { upTo: 'one' }]) {
    const job = finished(change, feed);
    const exported = withExport(job, 'upTo' in feed ? 1 : 2);
    const plate = rows(job, job.passes[2]!);
    expect(plate.equals(rows(exported.job, exported.job.passes[0]!, exported.pictures))).toBe(true);
    expect(plate.some((byte) => byte !== 0)).toBe(true);
  }
});

test('tone work on the print so far reads it as it reads a picture', () => {
  const soft = finished({ ...lpi(15) });
  const top = soft.passes[2]!;
  const job = {
    ...soft,
    passes: [...soft.passes.slice(0, 2), withFill(top, { tone: { ...fillOf(top).tone, soften: 0.4, blocks: 0 } })],
  };
  const exported = withExport(job, 2);
  expect(rows(job, job.passes[2]!).equals(rows(exported.job, exported.job.passes[0]!, exported.pictures))).toBe(true);
});

test('the plate is the same however its areas are read', () => {
  const job = finished({ ...lpi(15), angle: 30 });
  const whole = planPass(env, job, job.passes[2]!).plate.read({ x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 });
  const part = planPass(env, job, job.passes[2]!).plate.read({ x: 64, y: 33, width: 72, height: 50, step: 2 });
  if (!('stride' in whole) || !('stride' in part)) throw new Error('Dots have one bit a pixel.');
  for (let k = 0; k < part.height; k++) {
    const at = (33 + 2 * k) * whole.stride + 8;
    expect(Buffer.from(part.data.subarray(k * part.stride, (k + 1) * part.stride))).toEqual(
      Buffer.from(whole.data.subarray(at, at + 9)),
    );
  }
});

test('its key follows what lies beneath: plates, inks and stock, and nothing above', () => {
  const job = finished({ ...lpi(15) });
  const key = (j: Job) => plateKey(j, j.passes[2]!);
  const lowerInk = { ...job.passes[0]!, ink: { ...job.passes[0]!.ink, colour: '#112233' } };
  const hidden = { ...job.passes[1]!, on: false };
  const changed: Job[] = [
    { ...job, passes: [lowerInk, ...job.passes.slice(1)] },
    { ...job, passes: [job.passes[0]!, hidden, job.passes[2]!] },
    { ...job, sheet: { ...job.sheet, stock: { ...job.sheet.stock, colour: '#ddccbb' } } },
  ];
  expect(new Set([job, ...changed].map(key)).size).toBe(4);
  expect(key({ ...job, passes: [...job.passes, createPass('over', 4, 'a')] })).toBe(key(job));
});

test('a pass that takes itself, or one above it, is refused in one sentence', () => {
  const job = finished({}, { upTo: 'top' });
  expect(() => readJob(job)).toThrow('takes itself as its picture; choose a pass beneath it.');
  const above = finished({}, { upTo: 'over' });
  expect(() => readJob({ ...above, passes: [...above.passes, createPass('over', 4, 'a')] })).toThrow(
    'which prints after it; choose a pass beneath it.',
  );
  expect(() => readJob(finished({}, { upTo: 'nobody' }))).toThrow('names a pass that the job does not hold');
});

test('a stencil of a lower pass that looks at a pass which takes the print is a ring', () => {
  const job = finished({ ...lpi(15) });
  const part = { ...newPart('part', 'plate'), settings: { pass: 'top' } };
  const stencil = { ...newStencil('s', 'Ring'), parts: [part], edges: NO_EDGES };
  const ringed = {
    ...job,
    stencils: [stencil],
    passes: [withFill(job.passes[0]!, { stencil: 's' }), ...job.passes.slice(1)],
  };
  expect(() => readJob(ringed)).toThrow('The stencil "Ring" is made of itself');
});

test('lettering alone, or the background alone, gets a finishing screen by its stencil', () => {
  const job = finished({ ...lpi(15) });
  const part = {
    ...newPart('part', 'rectangle'),
    settings: { ...newPart('part', 'rectangle').settings, x: 0, y: 0, width: 8, height: 100 },
  };
  const stencil = { ...newStencil('s', 'Left'), parts: [part] };
  const top = withFill(job.passes[2]!, { stencil: 's' });
  const inside: Job = { ...job, stencils: [stencil], passes: [...job.passes.slice(0, 2), top] };
  const [all, left] = [rows(job, job.passes[2]!), rows(inside, top)];
  const stride = all.length / HEIGHT;
  const cut = Math.round((8 / 25.4) * 300);
  for (let y = 0; y < HEIGHT; y++) {
    expect(left.subarray(y * stride, y * stride + (cut >> 3))).toEqual(
      all.subarray(y * stride, y * stride + (cut >> 3)),
    );
    expect(left.subarray(y * stride + (cut >> 3) + 1, (y + 1) * stride).every((v) => v === 0)).toBe(true);
  }
  expect(createFill('x', null).feed.from).toBe('picture');
});
