import { jest } from '@jest/globals';
import { notWhileSettling } from '../src/preview/not-while-settling.ts';
import { pictureIsShown } from '../src/preview/picture-shown.ts';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** Small work that waits, and whether it has begun. */
function waiting(settling: () => boolean) {
  const work = { begun: false };
  void notWhileSettling(settling).then(() => {
    work.begun = true;
  });
  return work;
}

test('work beside a sheet at rest begins at once', async () => {
  const work = waiting(() => false);
  await jest.advanceTimersByTimeAsync(0);
  expect(work.begun).toBe(true);
});

test('work waits for the picture that a settling sheet shows', async () => {
  let settling = true;
  const work = waiting(() => settling);
  await jest.advanceTimersByTimeAsync(40);
  expect(work.begun).toBe(false);
  settling = false;
  pictureIsShown();
  await jest.advanceTimersByTimeAsync(0);
  expect(work.begun).toBe(true);
});

test('work does not wait long for a sheet that settles slowly', async () => {
  const work = waiting(() => true);
  await jest.advanceTimersByTimeAsync(200);
  expect(work.begun).toBe(false);
  await jest.advanceTimersByTimeAsync(200);
  expect(work.begun).toBe(true);
});
