import {
  canShare,
  createKernels,
  createSharedPlate,
  packRows,
  sharedFloydDone,
  sharePlate,
  stopSharedFloyd,
} from '../../src/index.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';
import { screenOf } from '../screens.ts';

const jobOf = (width: number, height: number, grain: object) => {
  const next = random(width * height);
  const source = greyPicture(width, height, (x, y) =>
    next() < 0.2 ? 255 * next() : 128 + 100 * Math.sin(x / 40 + y / 30),
  );
  return { source, job: pixelJob(width, height, source, { screen: screenOf('grain', grain) }) };
};

const LEFT_TO_RIGHT = { method: 'floyd-steinberg', serpentine: false };

test.each([
  [1030, 70],
  [513, 33],
  [200, 16],
  [9, 41],
  [1, 5],
])('%d × %d: groups of rows in stretches of columns are the plate of one thread', (width, height) => {
  const { source, job } = jobOf(width, height, LEFT_TO_RIGHT);
  const pass = job.passes[0]!;
  expect(canShare(job, pass)).toBe(true);
  const whole = packRows(kernels, job, pass, () => source);
  expect(Buffer.compare(alone(job, source), whole)).toBe(0);
});

/** The whole plate by the shared way, on this thread alone. */
function alone(job: ReturnType<typeof jobOf>['job'], source: ReturnType<typeof jobOf>['source']): Uint8Array {
  const shared = createSharedPlate(job);
  expect(sharePlate({ kernels, pictures: () => source }, job, job.passes[0]!, shared, 0, 1)).toBe(true);
  expect(sharedFloydDone(shared)).toBe(1);
  return new Uint8Array(shared.plate);
}

test('a picture that is resampled, on kernels whose memory must still grow', () => {
  const source = greyPicture(1200, 90, (x, y) => 128 + 100 * Math.sin(x / 40 + y / 30));
  const job = pixelJob(2480, 60, source, { feed: { fit: 'fill' }, screen: screenOf('grain', LEFT_TO_RIGHT) });
  const shared = createSharedPlate(job);
  expect(sharePlate({ kernels: createKernels(), pictures: () => source }, job, job.passes[0]!, shared, 0, 1)).toBe(
    true,
  );
  const whole = packRows(kernels, job, job.passes[0]!, () => source);
  expect(Buffer.compare(new Uint8Array(shared.plate), whole)).toBe(0);
});

test.each([
  [{ method: 'floyd-steinberg', serpentine: true }],
  [{ method: 'stucki', serpentine: false }],
  [{ ...LEFT_TO_RIGHT, noise: 0.1 }],
  [{ ...LEFT_TO_RIGHT, prints: 'levels', levels: 3 }],
  [{ ...LEFT_TO_RIGHT, prints: 'palette' }],
  [{ ...LEFT_TO_RIGHT, size: 2 }],
])('%j cannot be shared without changing a byte', (grain) => {
  const { job } = jobOf(20, 20, grain);
  expect(canShare(job, job.passes[0]!)).toBe(false);
});

test('a plate that was stopped is given up', () => {
  const { source, job } = jobOf(100, 100, LEFT_TO_RIGHT);
  const shared = createSharedPlate(job);
  stopSharedFloyd(shared);
  expect(sharePlate({ kernels, pictures: () => source }, job, job.passes[0]!, shared, 0, 1)).toBe(false);
});
