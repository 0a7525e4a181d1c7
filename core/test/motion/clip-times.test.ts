import fc from 'fast-check';
import {
  type Clip,
  drawingsOf,
  fileOfFrame,
  frameAt,
  frameCount,
  frameName,
  lengthOfClip,
  normalsOf,
  MOTION_PARAMS,
  type MotionSettings,
  PIXELS_NAME,
  secondsOf,
  ticksOf,
} from '../../src/index.ts';

const clip = (ends: readonly number[], settings: Partial<Clip['settings']> = {}): Clip => ({
  ends,
  settings: { from: 0, to: 0, speed: 1, after: 'loop', ...settings },
});
const even = (frames: number, seconds: number) =>
  Array.from({ length: frames }, (_, k) => ((k + 1) * seconds) / frames);
const settings = (change: Partial<MotionSettings> = {}): MotionSettings => ({ ...normalsOf(MOTION_PARAMS), ...change });

describe('the frame that a clip shows', () => {
  test('at the same rate is frame after frame, and again from the first', () => {
    const film = clip(even(30, 1));
    for (let n = 0; n < 90; n++) expect(frameAt(film, n / 30)).toBe(n % 30);
  });

  test('of unequal frames is the one whose time it is', () => {
    const film = clip([0.1, 0.4, 1]);
    expect([0, 0.05, 0.1, 0.39, 0.4, 0.99].map((at) => frameAt(film, at))).toEqual([0, 0, 1, 1, 2, 2]);
  });

  test('twice as fast leaves out every second frame', () => {
    const film = clip(even(24, 1), { speed: 2 });
    expect(Array.from({ length: 12 }, (_, n) => frameAt(film, n / 24))).toEqual(
      [...Array(12).keys()].map((n) => 2 * n),
    );
    expect(lengthOfClip(film)).toBe(0.5);
  });

  test('trimmed begins and ends where it is told to', () => {
    const film = clip(even(10, 1), { from: 0.3, to: 0.6 });
    expect(Array.from({ length: 6 }, (_, n) => frameAt(film, n / 10))).toEqual([3, 4, 5, 3, 4, 5]);
  });

  test('there and back turns round at both ends', () => {
    const film = clip(even(4, 1), { after: 'bounce' });
    expect(Array.from({ length: 12 }, (_, n) => frameAt(film, n / 4))).toEqual([0, 1, 2, 3, 3, 2, 1, 0, 0, 1, 2, 3]);
  });

  test('that stays shows its last one', () => {
    const film = clip(even(4, 1), { after: 'stay' });
    expect([0.9, 1, 7].map((at) => frameAt(film, at))).toEqual([3, 3, 3]);
  });

  test('is one of its own, whatever is asked', () => {
    const times = fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(
        times,
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.constantFrom('loop', 'bounce', 'stay'),
        (lengths, from, to, at, after) => {
          let sum = 0;
          const ends = lengths.map((length) => (sum += length));
          const frame = frameAt(clip(ends, { from, to, after }), at);
          return Number.isInteger(frame) && frame >= 0 && frame < ends.length;
        },
      ),
    );
  });
});

test('frames have names of which the first is the hash alone', () => {
  const hash = 'c'.repeat(64);
  expect(frameName(hash, 0)).toBe(hash);
  expect(fileOfFrame(frameName(hash, 17))).toEqual({ hash, frame: 17 });
  expect(PIXELS_NAME.test(frameName(hash, 1799))).toBe(true);
  for (const wrong of [`${hash}.0`, `${hash}.01`, `${hash}.12345`, `${hash}/1`, hash.slice(1)])
    expect(PIXELS_NAME.test(wrong)).toBe(false);
});

describe('frames and drawings', () => {
  test('a clip has as many frames as its length and rate say, and at most 1800', () => {
    expect(frameCount(settings({ seconds: 2, rate: 24 }))).toBe(48);
    expect(frameCount(settings({ seconds: 60, rate: 60 }))).toBe(1800);
    expect(frameCount(settings({ seconds: 0.04, rate: 1 }))).toBe(1);
  });

  test('on twos the second frame of a drawing shows what the first did', () => {
    const twos = settings({ rate: 24, drawings: 'twos' });
    expect([0, 1, 2, 3].map((n) => secondsOf(twos, n) * 24)).toEqual([0, 0, 2, 2]);
    const odd = drawingsOf(settings({ seconds: 5 / 24, rate: 24, drawings: 'twos' }));
    expect(odd).toEqual([
      { frame: 0, frames: 2 },
      { frame: 2, frames: 2 },
      { frame: 4, frames: 1 },
    ]);
  });

  test('ticks of a file add up to the length of the clip', () => {
    for (const rate of [12, 24, 25, 29.97, 30, 48]) {
      for (const drawings of ['ones', 'twos', 'threes']) {
        const own = settings({ rate, seconds: 3, drawings });
        const sum = ticksOf(own, 100).reduce((all, ticks) => all + ticks, 0);
        expect(Math.abs(sum - (100 * frameCount(own)) / rate)).toBeLessThanOrEqual(0.5);
      }
    }
    // 24 frames a second in hundredths: four or five each.
    expect(new Set(ticksOf(settings({ rate: 24, seconds: 1 }), 100))).toEqual(new Set([4, 5]));
  });
});
