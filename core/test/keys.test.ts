import {
  createJob,
  FAMILIES,
  INK_SETS,
  splitPicture,
  type FamilyName,
  type Job,
  JobError,
  lightKey,
  type Param,
  plateKey,
  readJob,
  type Screen,
  screenKey,
  toneKey,
  filePicture,
} from '../src/index.ts';

const HASH = 'c'.repeat(64);

function jobWith(screen: Partial<Screen> = {}): Job {
  const base = createJob('x', 'p');
  const pass = base.passes[0]!;
  return {
    ...base,
    pictures: [filePicture({ id: 'a', name: 'a', hash: HASH, width: 20, height: 20 })],
    passes: [{ ...pass, feed: { ...pass.feed, picture: 'a' }, screen: { ...pass.screen, ...screen } }],
  };
}

const NORMAL = jobWith().passes[0]!.screen;
const keyOf = (job: Job) => plateKey(job, job.passes[0]!);

/** Another value of a setting, within its range. */
function another(param: Param, value: unknown): unknown {
  switch (param.kind) {
    case 'number':
      return value === param.max ? param.min : param.max;
    case 'flag':
      return !value;
    case 'choice':
      return param.options.find((o) => o.name !== value)!.name;
    case 'colours':
      return ['#000000', '#ffffff'];
    case 'picture':
      return 'a';
  }
}

/** Values that a setting must not take. */
function wrong(param: Param): unknown[] {
  switch (param.kind) {
    case 'number':
      return [param.min - 1, param.max + 1, Number.NaN, '1', null, ...(param.whole ? [param.min + 0.5] : [])];
    case 'flag':
      return ['yes', 1, null];
    case 'choice':
      return ['glitter', '', null, 3];
    case 'colours':
      return [['#000000'], Array(param.max + 1).fill('#000000'), ['red', '#000000'], '#000000'];
    case 'picture':
      return ['gone', 3];
  }
}

const SETTINGS = FAMILIES.flatMap((f) =>
  Object.entries(f.params).map(([name, param]) => [f.name, name, param] as const),
);

function changed(family: FamilyName, name: string, value: unknown): Partial<Screen> {
  return { [family]: { ...NORMAL[family], [name]: value } };
}

describe.each(SETTINGS)('%s.%s', (family, name, param) => {
  const value = (NORMAL[family] as Readonly<Record<string, unknown>>)[name];
  const part = changed(family, name, another(param, value));

  test('another value is another screen for its own family, and the same for every other', () => {
    for (const other of FAMILIES) {
      const same = keyOf(jobWith({ family: other.name })) === keyOf(jobWith({ family: other.name, ...part }));
      expect([other.name, same]).toEqual([other.name, other.name !== family]);
    }
  });

  test('another value is read back as it is; nonsense is refused by its name', () => {
    const job = jobWith(part);
    expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
    for (const nonsense of wrong(param)) {
      let error: unknown = null;
      try {
        readJob(jobWith(changed(family, name, nonsense)));
      } catch (e) {
        error = e;
      }
      expect([nonsense, error]).toEqual([nonsense, expect.any(JobError)]);
      expect((error as JobError).field).toContain(`passes[0].screen.${family}.${name}`);
    }
  });
});

test('a plate does not depend on ink, name or order; a screen not on tone; light on neither', () => {
  const job = jobWith();
  const pass = job.passes[0]!;
  const other = { ...pass, name: 'Other', ink: { ...pass.ink, colour: '#00ff00' } };
  expect(plateKey(job, other)).toBe(plateKey(job, pass));
  const darker = { ...pass, tone: { ...pass.tone, middle: 2 } };
  expect(plateKey(job, darker)).not.toBe(plateKey(job, pass));
  expect(toneKey(darker)).not.toBe(toneKey(pass));
  expect(screenKey(job, darker.screen)).toBe(screenKey(job, pass.screen));
  const turned = { ...pass, screen: { ...pass.screen, angle: 12 } };
  expect(lightKey(job, turned)).toBe(lightKey(job, pass));
  expect(lightKey(job, { ...pass, feed: { ...pass.feed, picture: null } })).toBe('white');
});

test('a tile is known by its picture’s pixels, not by the name it goes by in the job', () => {
  const job = jobWith({ family: 'tile', tile: { ...NORMAL.tile, picture: 'a' } });
  const { screen } = job.passes[0]!;
  const pictures = (hash: string) => ({ ...job, pictures: [{ ...job.pictures[0]!, name: 'other', hash }] });
  expect(screenKey(pictures(HASH), screen)).toBe(screenKey(job, screen));
  expect(screenKey(pictures('d'.repeat(64)), screen)).not.toBe(screenKey(job, screen));
});

test('a plate of a separation depends on every ink of it, on the stock and on its settings, not on how the press lays it', () => {
  const base = jobWith();
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'process')!;
  const { job } = splitPicture(base, { set, from: 'p', newId: () => `n${n++}` });
  const cyan = job.passes.find((p) => p.name === 'Cyan')!;
  const key = (changed: Job) => plateKey(changed, changed.passes.find((p) => p.name === 'Cyan')!);
  const other = (change: (pass: Job['passes'][number]) => Job['passes'][number]): Job => ({
    ...job,
    passes: job.passes.map((p) => (p.name === 'Yellow' ? change(p) : p)),
  });
  expect(key(other((p) => ({ ...p, ink: { ...p.ink, colour: '#00ff00', measured: null } })))).not.toBe(
    plateKey(job, cyan),
  );
  expect(key({ ...job, sheet: { ...job.sheet, stock: { ...job.sheet.stock, colour: '#aaaaaa' } } })).not.toBe(key(job));
  const black = job.separations.map((s) => ({ ...s, settings: { ...s.settings, black: 1 } }));
  expect(key({ ...job, separations: black })).not.toBe(key(job));
  expect(key(other((p) => ({ ...p, on: false, name: 'Other' })))).toBe(key(job));
  expect(key(other((p) => ({ ...p, ink: { ...p.ink, press: { ...p.ink.press, shiftX: 2 } } })))).toBe(key(job));
  expect(key(other((p) => ({ ...p, screen: { ...p.screen, angle: 33 } })))).toBe(key(job));
});
