import {
  type Job,
  loopOffers,
  loopSeam,
  MADE_KINDS,
  NO_EDIT,
  normalsOf,
  type PictureLookup,
  seamJobs,
  type Track,
} from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { clipFrames, clipJob, key, moving, rollingDisc, track } from './moving-jobs.ts';

const SECONDS = 2;

/** Marks over clouds or a gradient. */
function madeJob(kind: string, settings: Record<string, unknown>): Job {
  const { params } = MADE_KINDS.find((k) => k.name === kind)!;
  const made = { kind, settings: { ...normalsOf(params), ...settings } };
  const base = pixelJob(240, 160, { width: 240, height: 160 }, { screen: { family: 'marks' } });
  return {
    ...base,
    pictures: [{ id: 'a', name: kind, hash: null, made, clip: null, width: 240, height: 160, edit: NO_EDIT }],
  };
}

function seamOf(job: Job, tracks: readonly Track[], pictures: PictureLookup = () => null): number {
  const stills = seamJobs(moving(job, tracks, { seconds: SECONDS, rate: 12 }));
  const work = loopSeam({ kernels, pictures }, stills);
  const shares: number[] = [];
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) {
      expect(shares.at(-1)).toBeCloseTo(1, 9);
      expect(shares).toEqual([...shares].sort((a, b) => a - b));
      return step.value.share;
    }
    shares.push(step.value);
  }
}

describe('the seam of a loop', () => {
  const clouds = madeJob('noise', { period: 2, scale: 0.2 });

  test('is closed by whole periods of clouds, and open between', () => {
    expect(seamOf(clouds, [track('made.noise.evolve', [key(0, 0), key(SECONDS, 2)])])).toBe(0);
    expect(seamOf(clouds, [track('made.noise.evolve', [key(0, 0), key(SECONDS, 1.5)])])).toBeGreaterThan(0.02);
  });

  test.each([
    ['screen.angle', 15, 360],
    ['marks.turn', 0.1, 360],
    ['made.gradient.angle', -30, 360],
  ])('every way that is offered for %s closes it', (path, begin, period) => {
    const job = madeJob('gradient', {});
    const offers = loopOffers([key(0, begin), key(1, begin + 100)], begin, period, SECONDS);
    expect(offers.length).toBeGreaterThan(2);
    for (const { keys } of offers) expect(seamOf(job, [track(path, keys)])).toBe(0);
  });

  test('of two tracks is closed when both are', () => {
    const turning = track('screen.angle', [key(0, 0), key(SECONDS, 360)]);
    const growing = track('marks.to', [key(0, 0.5), key(SECONDS, 1)]);
    expect(seamOf(clouds, [turning, growing])).toBeGreaterThan(0);
    expect(seamOf(clouds, [turning, { ...growing, on: false }])).toBe(0);
  });

  test.each([
    [2, true],
    [1, true],
    [0.75, false],
  ])('of a clip of %d seconds in a loop of 2 is closed where it is played whole: %s', (seconds, closed) => {
    const job = clipJob(240, 160, 6, seconds);
    const seam = seamOf(job, [], clipFrames(240, 160, 6, rollingDisc(240, 6)));
    if (closed) expect(seam).toBe(0);
    else expect(seam).toBeGreaterThan(0.01);
  });
});
