import {
  createJob,
  createPass,
  DEFAULT_TONE,
  fillOf,
  type Ink,
  withFill,
  JOB_VERSION,
  JobError,
  NO_EDIT,
  readJob,
  STARTER_INKS,
  displayColours,
  overprintColours,
  linearOfHex,
} from '../src/index.ts';
import { transparentInk } from './inks.ts';

test('the newest version is what new jobs carry, and documents of it are read unchanged', () => {
  expect(createJob('x', 'p').version).toBe(JOB_VERSION);
});

test.each([0, -1, 1.5, '1', null, JOB_VERSION + 1])('version %j is refused by that name', (version) => {
  const read = () => readJob({ ...createJob('x', 'p'), version });
  expect(read).toThrow(JobError);
  expect(read).toThrow(/"version"/);
});

/** An ink as versions 1 to 3 had it: its strength was called opacity. */
const oldInk = ({ strength, name, colour }: Ink) => ({ name, colour, opacity: strength, meets: 'overprint' });

test('version 1, which knew dots alone, is brought forward with all it said', () => {
  const now = createJob('x', 'p');
  const { frequency, angle, smallest, solidFrom, oneTone } = now.passes[0]!.fills[0].screen;
  const screen = { shape: 'Diamond', lattice: 'square', frequency, angle, smallest, solidFrom, oneTone };
  const { fills, ...pass } = now.passes[0]!;
  const { feed, tone } = fills[0];
  const old = { ...now, version: 1, passes: [{ ...pass, feed, tone, screen, ink: oldInk(pass.ink) }] };
  const read = readJob(JSON.parse(JSON.stringify(old)));
  const { family, dots } = read.passes[0]!.fills[0].screen;
  expect(read.version).toBe(JOB_VERSION);
  expect([family, dots.shape, dots.lattice, dots.relevel, dots.softness]).toEqual([
    'dots',
    'Diamond',
    'square',
    true,
    0,
  ]);
  expect(readJob(read)).toEqual(read);
});

test('version 2, which had no bleed and four settings of tone, prints as it did', () => {
  const now = createJob('x', 'p');
  const { bleed: _b, ...sheet } = now.sheet;
  const { turn: _t, ...feed } = now.passes[0]!.fills[0].feed;
  const tone = { lights: 0.1, middle: 1.2, darks: 0.9, meaning: 'even' };
  const picture = { id: 'a', name: 'a', hash: 'a'.repeat(64), width: 30, height: 20 };
  const { strips: _s, ...rest } = now;
  const { fills, ...pass } = now.passes[0]!;
  const passes = [{ ...pass, feed, tone, screen: fills[0].screen, ink: oldInk(pass.ink) }];
  const read = readJob(JSON.parse(JSON.stringify({ ...rest, version: 2, sheet, pictures: [picture], passes })));
  expect(read.version).toBe(JOB_VERSION);
  expect(read.sheet.bleed).toBe(0);
  expect(read.pictures[0]).toEqual({ ...picture, made: null, clip: null, edit: NO_EDIT });
  expect(read.passes[0]!.fills[0].tone).toEqual({ ...DEFAULT_TONE, ...tone });
  expect(readJob(read)).toEqual(read);
});

test('version 4, which had one chain in each pass, keeps it as the one fill of the pass', () => {
  const now = createJob('x', 'p');
  const { fills, ...pass } = now.passes[0]!;
  const { feed, tone, screen } = fills[0];
  const old = { ...now, version: 4, passes: [{ ...pass, feed, tone, screen: { ...screen, angle: 17 } }] };
  const read = readJob(JSON.parse(JSON.stringify(old)));
  expect(read).toEqual({ ...now, passes: [withFill(now.passes[0]!, { screen: { ...screen, angle: 17 } })] });
});

test('what a document lacks gets its normal value: whole sections, groups of them, and single settings', () => {
  const now = createJob('x', 'p');
  const bare = { format: 'chromatype-job', version: JOB_VERSION, title: 'x' };
  expect(readJob(bare)).toEqual({ ...now, passes: [] });
  const fill = { id: 'p-1', screen: { dots: { shape: 'Line' } }, tone: { contrast: 0.5 } };
  const { fills } = readJob({ ...bare, passes: [{ id: 'p', name: 'Black', fills: [fill] }] }).passes[0]!;
  const normal = now.passes[0]!.fills[0];
  expect(fills).toEqual([
    {
      ...normal,
      tone: { ...normal.tone, contrast: 0.5 },
      screen: { ...normal.screen, dots: { ...normal.screen.dots, shape: 'Line' } },
    },
  ]);
});

test('new passes take other inks and angles in turn', () => {
  const passes = Array.from({ length: 6 }, (_, k) => createPass(`p${k}`, k, null));
  expect(new Set(passes.map((p) => p.ink.colour)).size).toBe(6);
  expect(new Set(passes.map((p) => fillOf(p).screen.angle)).size).toBe(6);
  expect(passes.map((p) => p.ink)).toEqual(STARTER_INKS.slice(0, 6));
  // Process angles, common practice: 45°, 15° and 75° for the strong inks, 0° for the weakest.
  expect(
    passes
      .slice(0, 4)
      .map((p) => fillOf(p).screen.angle)
      .sort((a, b) => a - b),
  ).toEqual([0, 15, 45, 75]);
});

test('an ink alone on white is its own colour, and no ink is the stock', () => {
  const bytes = displayColours(overprintColours(linearOfHex('#ffffff'), [transparentInk(linearOfHex('#1d3f72'))]));
  expect([...bytes]).toEqual([255, 255, 255, 0x1d, 0x3f, 0x72]);
});
