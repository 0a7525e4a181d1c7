import { type BatchPrint, shippedRecipes } from '@chromatype/core';
import type { PrintOutcome } from '../src/batch/batch-folder.ts';
import { MOST_LISTED, printsOfBatch } from '../src/batch/prints-of-batch.ts';

const { recipe } = shippedRecipes()[0]!;
const prints: BatchPrint[] = Array.from({ length: 10_000 }, (_, at) => ({
  at,
  name: `print ${at}`,
  picture: { hash: 'a'.repeat(64), name: `p${at}.png`, width: 10, height: 10 },
  recipe,
}));

test('all prints of a large batch are counted, and those that say most are listed first', () => {
  const done: PrintOutcome = {
    files: [
      { name: 'a.png', bytes: 5 },
      { name: 'b.png', bytes: 7 },
    ],
    thumb: true,
  };
  const ended = new Map<number, PrintOutcome>(prints.slice(0, 4000).map(({ at }) => [at, done]));
  ended.set(17, { message: 'It has no picture.' });
  const { counts, prints: listed } = printsOfBatch(prints, ended, new Map([[4001, 0.25]]));
  expect(counts).toEqual({ done: 3999, failed: 1, printing: 1, waiting: 5999 });
  expect(listed).toHaveLength(MOST_LISTED);
  expect(listed[0]).toMatchObject({ at: 4001, state: 'printing', progress: 0.25 });
  expect(listed[1]).toMatchObject({ at: 17, state: 'failed', message: 'It has no picture.', bytes: 0 });
  expect(listed[2]).toMatchObject({ at: 4000, state: 'waiting' });
});

test('finished prints are listed where nothing else is left, with the size of their files', () => {
  const done: PrintOutcome = {
    files: [
      { name: 'a.png', bytes: 5 },
      { name: 'b.png', bytes: 7 },
    ],
    thumb: false,
  };
  const { prints: listed } = printsOfBatch(prints.slice(0, 3), new Map([0, 1, 2].map((at) => [at, done])), new Map());
  expect(listed.map(({ at, state, bytes }) => [at, state, bytes])).toEqual([
    [0, 'done', 12],
    [1, 'done', 12],
    [2, 'done', 12],
  ]);
});
