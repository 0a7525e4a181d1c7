import {
  createJob,
  FAMILIES,
  type Fill,
  filePicture,
  fillOf,
  inkOfPlate,
  inkShares,
  type Job,
  memorySource,
  planPass,
  readJob,
  sheetPixels,
  withFill,
} from '../../src/index.ts';
import { SMOOTH_PARAMS } from '../../src/screen/families/smooth/params.ts';
import { keptScreens } from '../kept-screens.ts';
import { kernels } from '../plates.ts';

const TILE = 'd'.repeat(64);
const tile = memorySource(
  16,
  16,
  1,
  Uint8Array.from({ length: 256 }, (_, k) => k),
);

/** A sheet of one tone, whose only pass has a screen with one tone a cell. */
function evenJob(tone: number, screen: (fill: Fill) => Partial<Fill['screen']>): Job {
  const base = createJob('x', 'p');
  const grey = Math.round(255 * (1 - tone))
    .toString(16)
    .padStart(2, '0');
  const made = { kind: 'tint', settings: { colours: [`#${grey}${grey}${grey}`] } };
  const picture = {
    ...filePicture({ id: 'even', name: 'even', hash: TILE, width: 100, height: 100 }),
    hash: null,
    made,
  };
  const own = filePicture({ id: 'tile', name: 'tile', hash: TILE, width: 16, height: 16 });
  const [pass] = base.passes;
  const fill = fillOf(pass!);
  const shown: Partial<Fill> = {
    feed: { ...fill.feed, picture: 'even' },
    tone: { ...fill.tone, meaning: 'even' },
    screen: { ...fill.screen, frequency: { value: 6, per: 'px' }, oneTone: true, ...screen(fill) },
  };
  return readJob({
    ...base,
    sheet: { ...base.sheet, width: 20, height: 15 },
    pictures: [picture, own],
    passes: [withFill(pass!, shown)],
  });
}

const caches = keptScreens();

/** Share of the sheet that prints. */
function printed(job: Job, gain = 0): number {
  const pass = job.passes[0]!;
  const env = { kernels, pictures: (hash: string) => (hash === TILE ? tile : null), caches };
  const plan = planPass(env, job, pass, { gain });
  const { width, height } = sheetPixels(job.sheet);
  const plate = plan.plate.read({ x: 0, y: 0, width, height, step: 1 });
  plan.release();
  return inkOfPlate(plate, inkShares(pass)) / (width * height);
}

/** Choices by which a screen prints colours instead of tones. */
const COLOURS = ['palette', 'picture', 'cell', 'gradient'];

/** Marks whose cells do not fill the sheet: round ones, mirrored ones that meet anywhere, and none that the edge would cut. */
const LEAVES_GAPS = /^marks (spiral|scattered|across|down|both|whole|centre)/;

/** Every option of every family's choices (shapes, lattices, kinds of lines, methods) and of the size of grains. */
const SCREENS: readonly (readonly [string, (fill: Fill) => Partial<Fill['screen']>])[] = FAMILIES.flatMap(
  ({ name, params }) => {
    const part = (own: object) => (fill: Fill) => ({
      family: name,
      [name]: { ...(fill.screen[name as 'dots'] as object), ...(name === 'tile' ? { picture: 'tile' } : {}), ...own },
    });
    const choices = Object.entries(params).filter(
      ([, p]) => p.kind === 'choice' && (p.options.length > 2 || p === SMOOTH_PARAMS.takes),
    );
    const sizes = 'size' in params ? [{ size: 1 }, { size: 2 }] : [{}];
    const options = choices.flatMap(([key, p]) =>
      // A palette and artwork print colours, not tones: limits of tone say nothing of them.
      p.kind === 'choice' ? p.options.filter((o) => !COLOURS.includes(o.name)).map((o) => ({ [key]: o.name })) : [],
    );
    if (options.length === 0) options.push({});
    return options.flatMap((option) =>
      sizes.map(
        (size) => [`${name} ${Object.values({ ...option, ...size }).join(' ')}`, part({ ...option, ...size })] as const,
      ),
    );
  },
);

test('screens of every family are among these', () => {
  expect(SCREENS.length).toBeGreaterThan(30);
  expect(new Set(SCREENS.map(([name]) => name.split(' ')[0]))).toEqual(new Set(FAMILIES.map((f) => f.name)));
});

/** Stones are no ink: they have the sizes of the table, and no press makes them larger. */
const OF_STONES = SCREENS.filter(([name]) => name.startsWith('stones '));

describe.each(OF_STONES)('%s', (_, screen) => {
  test('have the sizes of their table, whatever the limits of tones and the gain of the press are', () => {
    const limited = (fill: Fill) => ({ ...screen(fill), smallest: 0.2, solidFrom: 0.8 });
    for (const tone of [0.12, 0.5, 0.9]) {
      const plain = printed(evenJob(tone, screen));
      expect(plain).toBeGreaterThan(0.02);
      expect(printed(evenJob(tone, limited))).toBe(plain);
      expect(printed(evenJob(tone, screen), 0.3)).toBe(plain);
    }
  });
});

describe.each(SCREENS.filter((s) => !OF_STONES.includes(s)))('with one tone a cell, %s', (name, screen) => {
  test('keeps the minimum dot and closes what prints solid', () => {
    const limited = (fill: Fill) => ({ ...screen(fill), smallest: 0.2, solidFrom: 0.8 });
    // Screens that print all or nothing, and tones of a few grains, still keep to the limits.
    expect(printed(evenJob(0.12, limited))).toBe(0);
    if (LEAVES_GAPS.test(name)) expect(printed(evenJob(0.9, limited))).toBeGreaterThan(0.9);
    else expect(printed(evenJob(0.9, limited))).toBe(1);
    // Between the limits nothing changes.
    expect(printed(evenJob(0.5, limited))).toBe(printed(evenJob(0.5, screen)));
  });

  test('grows on the press', () => {
    const job = evenJob(0.4, screen);
    const plain = printed(job);
    const pressed = printed(job, 0.3);
    const allOrNothing = plain === 0 || plain === 1;
    expect(allOrNothing ? pressed >= plain : pressed > plain + 0.08).toBe(true);
  });
});
