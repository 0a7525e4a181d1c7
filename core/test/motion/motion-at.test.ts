import {
  createPass,
  fillOf,
  isMovable,
  jobAtFrame,
  jobAtTime,
  JobError,
  loopOffers,
  closes,
  moves,
  movingTracks,
  packRows,
  periodOf,
  readJob,
  settingOf,
  SETTINGS,
  withFill,
  withSetting,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { clipFrames, clipJob, key, moving, rollingDisc, screenOfJob, track } from './moving-jobs.ts';

const SIZE = { width: 60, height: 40 };
const rest = pixelJob(240, 160, SIZE);

describe('the still that a frame is', () => {
  test('has every track at its value, and everything else as it is', () => {
    const job = moving(rest, [track('screen.angle', [key(0, 0), key(1, 90)]), track('tone.middle', [key(0, 0.4)])], {
      rate: 24,
      seconds: 1,
    });
    const still = jobAtFrame(job, 8);
    expect(screenOfJob(still).angle).toBeCloseTo(30, 9);
    expect(fillOf(still.passes[0]!).tone.middle).toBe(0.4);
    expect({ ...still, passes: [] }).toEqual({ ...job, passes: [] });
  });

  test('shows the clip’s frame of that time', () => {
    const job = clipJob(60, 40, 12, 1);
    expect(jobAtFrame(job, 0).pictures[0]!.hash).toBe('a'.repeat(64));
    expect(jobAtFrame(job, 7).pictures[0]!.hash).toBe(`${'a'.repeat(64)}.7`);
    expect(jobAtTime(job, 1).pictures[0]!.hash).toBe('a'.repeat(64));
  });

  test('keeps away from tracks that are off, empty, or of what the job does not have', () => {
    const job = moving(rest, [
      track('screen.angle', [key(0, 10)], { on: false }),
      track('tone.middle', []),
      track('bend.wave.height', [key(0, 3)]),
      track('no.such', [key(0, 3)]),
      track('sheet.width', [key(0, 3)]),
      track('screen.angle', [key(0, 10)], { id: 'gone', pass: 'gone' }),
    ]);
    expect(movingTracks(job)).toEqual([]);
    expect({ ...jobAtFrame(job, 5), motion: rest.motion }).toEqual(rest);
  });

  test('moves the fill that is named', () => {
    const pass = rest.passes[0]!;
    const second = { ...fillOf(pass), id: 'second', name: 'Second', stencil: null };
    const two = { ...rest, passes: [{ ...pass, fills: [fillOf(pass), second] as const }] };
    const job = moving(two, [track('screen.angle', [key(0, 77)], { fill: 'second' })]);
    const [first, other] = jobAtFrame(job, 0).passes[0]!.fills;
    expect(first).toEqual(fillOf(pass));
    expect(other).toEqual({ ...second, screen: { ...second.screen, angle: 77 } });
    expect(settingOf(jobAtFrame(job, 0), job.motion.tracks[0]!)).toBe(77);
  });

  test('puts a value into a second fill and leaves the pass as it was', () => {
    const pass = createPass('p', 0, 'a');
    const second = { ...fillOf(pass), id: 'second', on: false };
    const job = { ...rest, passes: [{ ...pass, fills: [fillOf(pass), second] as const }] };
    const put = withSetting(job, { setting: 'tone.middle', pass: 'p', fill: 'second' }, 0.3);
    expect(put.passes[0]!.fills[1]!.tone.middle).toBe(0.3);
    expect(put.passes[0]!.fills[1]!.on).toBe(false);
    expect(put.passes[0]!.fills[0]).toBe(fillOf(pass));
  });
});

test('frame n prints the bytes of the still job with that frame as its picture', () => {
  const frames = clipFrames(90, 60, 6, rollingDisc(90, 6));
  for (const screen of [
    {},
    { family: 'lines' },
    { family: 'grain' },
    { family: 'marks' },
    { oneTone: true },
  ] as const) {
    const job = clipJob(90, 60, 6, 1, { screen });
    for (let n = 0; n < 6; n++) {
      const still = {
        ...pixelJob(90, 60, { width: 90, height: 60 }, { screen }),
        pictures: [{ ...job.pictures[0]!, clip: null, hash: 'b'.repeat(64) }],
      };
      const frame = frames(jobAtFrame(job, n).pictures[0]!.hash!);
      expect(frame).not.toBeNull();
      const shown = packRows(kernels, jobAtFrame(job, n), job.passes[0]!, frames);
      expect(shown).toEqual(packRows(kernels, still, still.passes[0]!, () => frame));
    }
  }
});

describe('a screen that rides with its picture', () => {
  const own = (change: object) => ({ fit: 'own', x: 0, y: 0, width: 8, ...change }) as const;
  const source = greyPicture(60, 40, (x, y) => 255 * (0.5 + 0.4 * Math.sin(x / 9) * Math.cos(y / 7)));
  const plateAt = (grid: 'sheet' | 'picture', setting: string, values: readonly [number, number], n: number) => {
    const start = pixelJob(150, 100, SIZE, { feed: own({}), screen: { frequency: { value: 40, per: 'lpi' } } });
    const job = moving(start, [track(setting, [key(0, values[0]), key(1, values[1])])], { grid, rate: 4, seconds: 1 });
    const still = jobAtFrame(job, n);
    return packRows(kernels, still, still.passes[0]!, () => source);
  };
  const stride = 19;
  const bit = (plate: Uint8Array, x: number, y: number) => (plate[y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
  /** Share of the pixels of a picture's own area that differ when it has moved by whole pixels. */
  function apart(a: Uint8Array, b: Uint8Array, right: number): number {
    let differ = 0;
    let all = 0;
    for (let y = 5; y < 55; y++)
      for (let x = 5; x < 85; x++, all++) if (bit(a, x, y) !== bit(b, x + right, y)) differ++;
    return differ / all;
  }

  test('prints the same dots further along, where a locked one prints others', () => {
    // 48 pixels to the right in four frames: twelve pixels a frame.
    const to = (48 / 300) * 25.4;
    const riding = apart(plateAt('picture', 'feed.x', [0, to], 1), plateAt('picture', 'feed.x', [0, to], 2), 12);
    // The first frame lies straight, so that the edges of its dots are not read through a shift.
    const begun = apart(plateAt('picture', 'feed.x', [0, to], 0), plateAt('picture', 'feed.x', [0, to], 2), 24);
    expect(begun).toBeLessThan(0.03);
    const locked = apart(plateAt('sheet', 'feed.x', [0, to], 0), plateAt('sheet', 'feed.x', [0, to], 2), 24);
    expect(riding).toBeLessThan(0.01);
    expect(locked).toBeGreaterThan(0.1);
  });

  test('is turned and sized as the picture is', () => {
    const shift = (setting: string, values: readonly [number, number]) => {
      const start = pixelJob(150, 100, SIZE, { feed: own({}) });
      const job = moving(start, [track(setting, [key(0, values[0]), key(1, values[1])])], { grid: 'picture', rate: 1 });
      return fillOf(jobAtTime(job, 1).passes[0]!).bend.at(-1);
    };
    expect(shift('feed.turn', [0, 40])).toMatchObject({
      kind: 'shift',
      what: 'marks',
      settings: { turn: 40, size: 1 },
    });
    expect(shift('feed.width', [8, 12])!.settings.size).toBeCloseTo(1.5, 9);
    expect(shift('feed.x', [0, 0])).toBeUndefined();
  });
});

describe('whole periods', () => {
  test('are told by the setting, or by the one beside it', () => {
    expect(periodOf(rest, track('screen.angle', []))).toBe(360);
    expect(periodOf(rest, track('tone.middle', []))).toBe(0);
    const noise = readJob({
      ...rest,
      pictures: [{ id: 'a', name: 'n', made: { kind: 'noise', settings: { period: 3 } }, width: 4, height: 3 }],
    });
    expect(periodOf(noise, track('made.noise.evolve', []))).toBe(3);
  });

  test('are offered so that the last key meets the first', () => {
    const keys = [key(0, 30), key(2, 410)];
    const offers = loopOffers(keys, 0, 360, 3);
    expect(offers.map(({ label }) => label)).toEqual(['1 period', '2 periods', '1 period back', 'There and back']);
    for (const { keys: own } of offers) {
      expect(closes(own, 360)).toBe(true);
      expect([own[0]!.at, own.at(-1)!.at]).toEqual([0, 3]);
      expect(own[0]!.value).toBe(30);
    }
    expect(closes(keys, 360)).toBe(false);
  });

  test('are offered of a setting without keys where it comes round, and nothing where it does not', () => {
    expect(loopOffers([], 45, 360, 2)[0]!.keys.map(({ value }) => value)).toEqual([45, 405]);
    expect(loopOffers([], 0.5, 0, 2)).toEqual([]);
    expect(loopOffers([key(0, 1), key(1, 2)], 0, 0, 2).map(({ name }) => name)).toEqual(['there and back']);
  });
});

test('what the size of the sheet hangs on, and how a job is taken out, cannot move', () => {
  const movable = SETTINGS.filter(isMovable).map(({ path }) => path);
  for (const path of [
    'screen.angle',
    'screen.frequency',
    'marks.turned',
    'feed.x',
    'bend.wave.phase',
    'made.noise.evolve',
  ])
    expect(movable).toContain(path);
  for (const path of ['sheet.width', 'sheet.ppi', 'share.width', 'motion.rate', 'plates.gap', 'clip.speed'])
    expect(movable).not.toContain(path);
  expect(movable.length).toBeGreaterThan(150);
});

describe('the document', () => {
  test('keeps what moves, and an older one does not move', () => {
    const job = moving(clipJob(240, 160, 3, 1), [track('screen.angle', [key(0, 1), key(0.5, 2, { ease: 'hold' })])]);
    expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
    const { motion: _, ...older } = rest;
    expect(moves(readJob(JSON.parse(JSON.stringify(older))))).toBe(false);
    expect(moves(job)).toBe(true);
  });

  const spoilt: readonly [string, object, string][] = [
    ['a pass that is not there', { tracks: [track('screen.angle', [], { pass: 'gone' })] }, 'motion.tracks[0].pass'],
    ['keys out of order', { tracks: [track('screen.angle', [key(1, 1), key(0, 2)])] }, 'motion.tracks[0].keys[1].at'],
    [
      'a value that is none',
      { tracks: [track('screen.angle', [key(0, null as never)])] },
      'motion.tracks[0].keys[0].value',
    ],
    [
      'an ease that is not there',
      { tracks: [track('screen.angle', [key(0, 1, { ease: 'spring' as never })])] },
      'motion.tracks[0].keys[0].ease',
    ],
    ['a rate of 1000', { settings: { rate: 1000 } }, 'motion.settings.rate'],
    ['two tracks of one id', { tracks: [track('screen.angle', []), track('screen.angle', [])] }, 'motion.tracks[1].id'],
  ];
  test.each(spoilt)('says what is wrong with %s', (_, motion, field) => {
    try {
      readJob({ ...rest, motion });
      throw new Error('It was taken.');
    } catch (error) {
      expect(error).toBeInstanceOf(JobError);
      expect((error as JobError).field).toBe(field);
    }
  });

  test('refuses a clip whose frames do not follow each other', () => {
    const picture = { ...rest.pictures[0]!, clip: { ends: [0.2, 0.1], settings: {} } };
    expect(() => readJob({ ...rest, pictures: [picture] })).toThrow('times that rise');
    expect(() => readJob({ ...rest, pictures: [{ ...picture, clip: { ends: [] } }] })).toThrow(JobError);
  });
});

test('a pass with a second fill keeps its first one through a change of the other', () => {
  const pass = withFill(rest.passes[0]!, {});
  expect(withSetting(rest, { setting: 'screen.angle', pass: 'p', fill: 'gone' }, 3)).toBe(rest);
  expect(settingOf({ ...rest, passes: [pass] }, { setting: 'screen.angle', pass: 'p', fill: null })).toBe(
    fillOf(pass).screen.angle,
  );
});
