import {
  createJob,
  createPass,
  JOB_VERSION,
  JobError,
  readJob,
  STARTER_INKS,
  overprintBytes,
  linearOfHex,
} from '../src/index.ts';

test('the newest version is what new jobs carry, and documents of it are read unchanged', () => {
  expect(createJob('x', 'p').version).toBe(JOB_VERSION);
});

test.each([0, -1, 1.5, '1', null, JOB_VERSION + 1])('version %j is refused by that name', (version) => {
  const read = () => readJob({ ...createJob('x', 'p'), version });
  expect(read).toThrow(JobError);
  expect(read).toThrow(/"version"/);
});

test('new passes take other inks and angles in turn', () => {
  const passes = Array.from({ length: 6 }, (_, k) => createPass(`p${k}`, k, null));
  expect(new Set(passes.map((p) => p.ink.colour)).size).toBe(6);
  expect(new Set(passes.map((p) => p.screen.angle)).size).toBe(6);
  expect(passes.map((p) => p.ink)).toEqual(STARTER_INKS.slice(0, 6));
});

test('an ink alone on white is its own colour, and no ink is the stock', () => {
  const bytes = overprintBytes(linearOfHex('#ffffff'), [{ colour: linearOfHex('#1d3f72'), opacity: 1 }]);
  expect([...bytes]).toEqual([255, 255, 255, 0x1d, 0x3f, 0x72]);
});
