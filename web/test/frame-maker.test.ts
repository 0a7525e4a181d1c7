import { FrameMaker } from '../src/motion/frame-maker.ts';

/** A maker whose drawings are printed when the test says so. */
function setUp(hands = 2) {
  const waiting: { drawing: number; hand: number; done(picture: string | null): void; fail(error: Error): void }[] = [];
  const dropped: string[] = [];
  const told: number[] = [];
  const errors: unknown[] = [];
  const maker: FrameMaker<string> = new FrameMaker<string>({
    hands,
    print: (hand, drawing) =>
      new Promise((resolve, reject) => waiting.push({ drawing, hand, done: resolve, fail: reject })),
    drop: (picture) => void dropped.push(picture),
    told: () => void told.push(maker.ready()),
    failed: (error) => void errors.push(error),
  });
  const asked = () => waiting.map(({ drawing }) => drawing);
  /** Prints the first drawing that is waited for. */
  async function print(name = 'd'): Promise<number> {
    const first = waiting.shift()!;
    first.done(`${name}${first.drawing}`);
    await new Promise(setImmediate);
    return first.drawing;
  }
  return { maker, waiting, dropped, told, errors, asked, print };
}

const work = (drawings: number, change: object = {}) => ({ drawings, most: 100, inOrder: false, ...change });

describe('drawings are made ahead of where the clip is played', () => {
  test('two at a time, from the head on and round again', async () => {
    const { maker, asked, print } = setUp();
    maker.lookAt(3, [0, 4]);
    maker.restart(work(5));
    expect(asked()).toEqual([3, 4]);
    expect([await print(), await print(), await print(), await print(), await print()]).toEqual([3, 4, 0, 1, 2]);
    expect(asked()).toEqual([]);
    expect(maker.ready()).toBe(5);
    expect(maker.at(2)).toBe('d2');
  });

  test('only those in the range that is played, and the one in sight', async () => {
    const { maker, print, asked } = setUp(1);
    maker.lookAt(9, [2, 4]);
    maker.restart(work(12));
    expect([await print(), await print(), await print(), await print()]).toEqual([9, 4, 2, 3]);
    expect(asked()).toEqual([]);
  });

  test('one by one in their order where each needs the one before', async () => {
    const { maker, asked, print } = setUp(2);
    maker.lookAt(3, [0, 3]);
    maker.restart(work(4, { inOrder: true }));
    expect(asked()).toEqual([0]);
    for (const k of [0, 1, 2, 3]) expect(await print()).toBe(k);
  });
});

describe('another state of the job', () => {
  test('keeps the old drawings in sight until new ones are there', async () => {
    const { maker, print, dropped } = setUp(1);
    maker.lookAt(0, [0, 1]);
    maker.restart(work(2));
    await print('old');
    await print('old');
    maker.restart(work(2));
    expect(maker.ready()).toBe(0);
    expect([maker.at(0), maker.isFresh(0)]).toEqual(['old0', false]);
    await print('new');
    expect([maker.at(0), maker.at(1), maker.isFresh(0)]).toEqual(['new0', 'old1', true]);
    expect(dropped).toEqual(['old0']);
  });

  test('lets go of a drawing that was asked for before, and of those behind a shorter end', async () => {
    const { maker, waiting, dropped } = setUp(1);
    maker.lookAt(0, [0, 2]);
    maker.restart(work(3));
    const late = waiting.shift()!;
    maker.restart(work(1));
    late.done('late');
    await new Promise(setImmediate);
    expect(dropped).toEqual(['late']);
    expect(maker.at(0)).toBeNull();
    expect(waiting).toHaveLength(1);
  });
});

test('more drawings than are kept: those that are played last go', async () => {
  const { maker, print, dropped } = setUp(1);
  maker.lookAt(0, [0, 9]);
  maker.restart(work(10, { most: 3 }));
  for (let k = 0; k < 3; k++) await print();
  maker.lookAt(2, [0, 9]);
  await print();
  expect(dropped).toHaveLength(1);
  expect(dropped[0]).toBe('d1');
  expect(maker.at(3)).toBe('d3');
});

test('a drawing that cannot be printed is told once, and printing goes on with the next state', async () => {
  const { maker, waiting, errors, print } = setUp(1);
  maker.lookAt(0, [0, 1]);
  maker.restart(work(2));
  waiting.shift()!.fail(new Error('The worker died.'));
  await new Promise(setImmediate);
  expect(errors).toHaveLength(1);
  expect(waiting).toHaveLength(0);
  maker.restart(work(2));
  expect(await print()).toBe(0);
});

test('what is closed makes nothing, and drops what it made', async () => {
  const { maker, print, dropped, waiting } = setUp(1);
  maker.lookAt(0, [0, 1]);
  maker.restart(work(2));
  await print();
  maker.close();
  expect(dropped).toEqual(['d0']);
  waiting.shift()!.done('late');
  await new Promise(setImmediate);
  expect(dropped).toEqual(['d0', 'late']);
  expect(waiting).toHaveLength(0);
});
