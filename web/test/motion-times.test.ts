import { createJob, sheetPixels } from '@chromatype/core';
import { isUneven } from '../src/motion/clip-lengths.ts';
import { endsOfFrames } from '../src/motion/films.ts';
import { isFilm } from '../src/ui/film-files.ts';
import { fitFrame } from '../src/motion/fit-frame.ts';
import { evenSide, filmBits, filmBytes } from '../src/motion/make-film.ts';
import { goToFrame, playedRange, setMotionView, useMotion } from '../src/motion/motion-store.ts';
import { createRateMeter, frameDue } from '../src/motion/play-clock.ts';
import { frameAtPlace, framesShown, placeOfFrame } from '../src/motion/strip-places.ts';

describe('the frame that is due', () => {
  test('goes on with time, and round again in a loop', () => {
    expect(frameDue(0, 0, 24, [0, 47], true)).toBe(0);
    expect(frameDue(0, 1000, 24, [0, 47], true)).toBe(24);
    expect(frameDue(40, 500, 24, [0, 47], true)).toBe(4);
    expect(frameDue(10, 10_000, 10, [5, 14], true)).toBe(10);
  });

  test('stays inside what is played, and ends without a loop', () => {
    expect(frameDue(2, 0, 24, [10, 20], true)).toBe(10);
    expect(frameDue(15, 200, 24, [10, 20], false)).toBe(19);
    expect(frameDue(15, 1000, 24, [10, 20], false)).toBeNull();
  });
});

test('the rate is what was shown in the last second', () => {
  let now = 0;
  const meter = createRateMeter(() => now);
  for (now = 0; now < 3000; now += 50) meter.count();
  expect(meter.rate()).toBeGreaterThanOrEqual(19);
  expect(meter.rate()).toBeLessThanOrEqual(20);
  meter.clear();
  expect(meter.rate()).toBe(0);
});

describe('the strip', () => {
  test('tells the frame at a place and the place of a frame', () => {
    const scale = { width: 480, frames: 48 };
    for (const frame of [0, 17, 47]) expect(frameAtPlace(scale, placeOfFrame(scale, frame))).toBe(frame);
    expect(frameAtPlace(scale, -5)).toBe(0);
    expect(frameAtPlace(scale, 999)).toBe(47);
  });

  test('shows every frame where there is room, and evenly spread ones where there is none', () => {
    expect(framesShown({ width: 500, frames: 5 }, 50)).toEqual([0, 1, 2, 3, 4]);
    const some = framesShown({ width: 500, frames: 1800 }, 50);
    expect(some).toHaveLength(10);
    expect(some[0]).toBe(90);
    expect(framesShown({ width: 10, frames: 5 }, 50)).toHaveLength(1);
  });
});

describe('what is played', () => {
  test('is all, or the range as far as there are frames', () => {
    expect(playedRange({ range: null }, 48)).toEqual([0, 47]);
    expect(playedRange({ range: [10, 99] }, 48)).toEqual([10, 47]);
    expect(playedRange({ range: [99, 120] }, 48)).toEqual([47, 47]);
  });

  test('going to a frame ends playing and stays inside the clip', () => {
    setMotionView({ playing: true });
    goToFrame(99, 48);
    expect(useMotion.getState()).toMatchObject({ frame: 47, playing: false });
    goToFrame(-3, 48);
    expect(useMotion.getState().frame).toBe(0);
  });
});

describe('a fitted frame', () => {
  const { sheet } = createJob('x', 'p');
  const small = { sheet: { ...sheet, width: 25.4, height: 25.4, bleed: 0, ppi: 100 } };

  test('is the whole sheet in its room, at no more pixels than the sheet has', () => {
    const fitted = fitFrame({ sheet }, { width: 700, height: 560 }, 1)!;
    const { width, height } = sheetPixels(sheet);
    expect(fitted.scale).toBeLessThan(1);
    expect(fitted.width / fitted.height).toBeCloseTo(width / height, 2);
    expect(fitted.css.width).toBeLessThanOrEqual(660);
    expect(fitted.css.height).toBeLessThanOrEqual(520);
    const tiny = fitFrame(small, { width: 700, height: 560 }, 2)!;
    expect([tiny.scale, tiny.width]).toEqual([1, 100]);
    expect(tiny.css.width).toBeGreaterThan(500);
  });

  test('is none where there is no room', () => {
    expect(fitFrame({ sheet }, { width: 30, height: 30 }, 1)).toBeNull();
  });
});

describe('films', () => {
  test('are known by their names and types', () => {
    expect(isFilm(new File([], 'kites.MP4'))).toBe(true);
    expect(isFilm(new File([], 'kites', { type: 'video/webm' }))).toBe(true);
    expect(isFilm(new File([], 'kites.gif', { type: 'image/gif' }))).toBe(false);
  });

  test('have frames that end where the next begins, from their first one on', () => {
    expect(endsOfFrames([0, 0.1, 0.25], 0.4)).toEqual([0.1, 0.25, 0.4]);
    expect(endsOfFrames([2, 2.1], 2.2)).toEqual([0.1, 0.2]);
    const [last] = endsOfFrames([0], 0);
    expect(last).toBeGreaterThan(0);
    // A length that lies before its last frame is no length.
    expect(endsOfFrames([0, 0.5], 0.4)[1]).toBeGreaterThan(0.5);
  });

  test('have even sides, and more bits the more pixels there are', () => {
    expect([evenSide(1079), evenSide(1080)]).toEqual([1080, 1080]);
    expect(filmBits(1080, 1080, 24)).toBeGreaterThan(filmBits(540, 540, 24));
    expect(filmBits(64, 64, 12)).toBe(2e6);
    expect(filmBytes(64, 64, 12, 4)).toBe(1e6);
  });

  test('with frames of different lengths are told', () => {
    expect(isUneven({ ends: [0.1, 0.2, 0.3] })).toBe(false);
    expect(isUneven({ ends: [0.1, 0.4, 0.5] })).toBe(true);
  });
});
