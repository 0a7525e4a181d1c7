import { createJob, type Job } from '@chromatype/core';
import type { Slab } from '../src/engine/slab.ts';
import {
  createScheduler,
  type Painter,
  type Printer,
  type SchedulerParts,
  type ShownStage,
} from '../src/preview/scheduler.ts';

const job = createJob('x', 'p');
const named = (title: string): Job => ({ ...job, title });
const view = { scale: 0.2, originX: 0, originY: 0, width: 300, height: 200 };

/** A printer whose answers the test gives. */
function handPrinter() {
  const asked: { slab: Slab; answer(): void; refuse(error: Error): void }[] = [];
  const printer: Printer = {
    reduced: (slab) =>
      new Promise((resolve, reject) => {
        asked.push({ slab, answer: () => resolve(new Uint8ClampedArray(4)), refuse: reject });
      }),
    exact: (slab) =>
      new Promise((resolve, reject) => {
        asked.push({ slab, answer: () => resolve([]), refuse: reject });
      }),
  };
  return { asked, printer };
}

/** A clock that moves when the test says so. */
function handClock() {
  let now = 0;
  let timers: { at: number; work(): void }[] = [];
  return {
    now: () => now,
    after(milliseconds: number, work: () => void) {
      const timer = { at: now + milliseconds, work };
      timers.push(timer);
      return () => {
        timers = timers.filter((t) => t !== timer);
      };
    },
    pass(milliseconds: number) {
      now += milliseconds;
      const due = timers.filter((t) => t.at <= now);
      timers = timers.filter((t) => t.at > now);
      for (const { work } of due) work();
    },
  };
}

const tick = () => new Promise<void>((resolve) => setImmediate(resolve));

function setUp(workers = 1) {
  const hands = Array.from({ length: workers }, handPrinter);
  const clock = handClock();
  const stages: ShownStage[] = [];
  const drawn: string[] = [];
  const prepared: string[] = [];
  const painter: Painter = {
    carryOver: (_, { title }) => drawn.push(`carried to ${title}`),
    reduced: (_, slab) => drawn.push(`${slab.job.title} ${slab.draft ? 'first' : 'settled'}`),
    exact: () => drawn.push('exact'),
  };
  const parts: SchedulerParts = {
    printers: hands.map((h) => h.printer),
    painter,
    clock,
    onStage: (stage) => stages.push(stage),
    prepare: ({ title }) => prepared.push(title),
  };
  const scheduler = createScheduler(parts);
  /** Answers everything that is asked, until nothing more is. */
  async function answerAll(): Promise<void> {
    for (;;) {
      const open = hands.flatMap((h) => h.asked.splice(0));
      if (open.length === 0) return;
      for (const { answer } of open) answer();
      await tick();
    }
  }
  return { ...scheduler, clock, stages, drawn, prepared, asked: hands.map((h) => h.asked), answerAll };
}

test('a settled picture is drawn slab by slab and reported once it is whole', async () => {
  const s = setUp(2);
  s.show(named('a'), view, 'moved');
  expect([s.stages, s.busy()]).toEqual([['working'], true]);
  expect(s.asked.map((a) => a.length)).toEqual([1, 1]);
  s.asked[0]!.shift()!.answer();
  await tick();
  expect(s.drawn).toEqual(['carried to a', 'a settled']);
  expect(s.busy()).toBe(true);
  await s.answerAll();
  expect([s.stages, s.busy()]).toEqual([['working', 'settled'], false]);
});

test('a first picture is drawn when it is whole, and settles when the hand rests', async () => {
  const s = setUp(2);
  s.show(named('a'), view, 'dragging');
  s.asked[0]!.shift()!.answer();
  await tick();
  expect(s.drawn).toEqual(['carried to a']);
  await s.answerAll();
  expect([s.drawn, s.stages, s.busy()]).toEqual([['carried to a', 'a first', 'a first'], ['working', 'first'], true]);
  s.clock.pass(29);
  expect(s.asked.flat()).toEqual([]);
  s.clock.pass(1);
  await s.answerAll();
  expect([s.stages.at(-1), s.busy()]).toEqual(['settled', false]);
});

test('only the settled picture makes others wait, while it is made', async () => {
  const s = setUp();
  s.show(named('a'), view, 'changed');
  expect(s.settling()).toBe(false);
  s.asked[0]!.shift()!.answer();
  while (s.asked[0]!.length === 0) await tick();
  expect(s.settling()).toBe(true);
  await s.answerAll();
  expect(s.settling()).toBe(false);
});

test('when the hand pauses the settled picture is prepared, and not while it goes on', async () => {
  const s = setUp();
  for (const name of ['a', 'b']) {
    s.show(named(name), view, 'dragging');
    await s.answerAll();
    s.clock.pass(11);
  }
  expect(s.prepared).toEqual([]);
  s.clock.pass(1);
  expect([s.prepared, s.asked.flat()]).toEqual([['b'], []]);
});

test('while a first picture is made only the newest of the following states waits', async () => {
  const s = setUp();
  s.show(named('a'), view, 'dragging');
  for (const name of ['b', 'c', 'd']) s.show(named(name), view, 'dragging');
  await s.answerAll();
  expect(s.drawn).toEqual(['carried to a', 'a first', 'carried to d', 'd first']);
});

test('a newer request takes the place of a picture that settles; its late answers are not drawn', async () => {
  const s = setUp();
  s.show(named('a'), view, 'moved');
  const [late] = s.asked[0]!.splice(0);
  s.show(named('b'), view, 'moved');
  late!.answer();
  await tick();
  await s.answerAll();
  expect(s.drawn.filter((d) => d.startsWith('a'))).toEqual([]);
  expect(s.stages).toEqual(['working', 'working', 'settled']);
});

test('work that fails once is tried again and nobody sees it', async () => {
  const s = setUp();
  s.show(named('a'), view, 'moved');
  s.asked[0]!.shift()!.refuse(new Error('out of memory'));
  await tick();
  expect(s.asked[0]).toHaveLength(1);
  await s.answerAll();
  expect(s.stages).toEqual(['working', 'settled']);
});

test('work that fails twice is reported once; the last picture stays and the next request is printed', async () => {
  const s = setUp(2);
  s.show(named('a'), view, 'moved');
  for (let tried = 0; tried < 2; tried++) {
    for (const asked of s.asked) asked.shift()?.refuse(new Error('out of memory'));
    await tick();
  }
  expect([s.stages, s.busy()]).toEqual([['working', 'failed'], false]);
  expect(s.drawn).toEqual(['carried to a']);
  expect(s.asked.flat()).toEqual([]);
  s.show(named('b'), view, 'moved');
  await s.answerAll();
  expect(s.stages).toEqual(['working', 'failed', 'working', 'settled']);
});

test('a failure of what is no longer wanted is neither tried again nor reported', async () => {
  const s = setUp();
  s.show(named('a'), view, 'moved');
  const [old] = s.asked[0]!.splice(0);
  s.show(named('b'), view, 'moved');
  old!.refuse(new Error('out of memory'));
  await tick();
  expect(s.asked[0]!.map((a) => a.slab.job.title)).toEqual(['b']);
  await s.answerAll();
  expect(s.stages).toEqual(['working', 'working', 'settled']);
});

test('a first picture that fails still lets the newest state be printed', async () => {
  const s = setUp();
  s.show(named('a'), view, 'dragging');
  s.show(named('b'), view, 'dragging');
  for (let tried = 0; tried < 2; tried++) {
    s.asked[0]!.shift()!.refuse(new Error('out of memory'));
    await tick();
  }
  expect(s.busy()).toBe(true);
  await s.answerAll();
  expect(s.stages.slice(-2)).toEqual(['failed', 'first']);
});

test('a sheet out of sight is settled at once', () => {
  const s = setUp();
  s.show(job, { ...view, originX: 1e6 }, 'moved');
  expect([s.stages, s.busy()]).toEqual([['working', 'settled'], false]);
});

test('warming up is invisible, and its failure too', async () => {
  const s = setUp();
  s.show(named('a'), view, 'moved');
  await s.answerAll();
  s.clock.pass(150);
  expect(s.asked[0]!.length).toBeGreaterThan(0);
  s.asked[0]!.shift()!.refuse(new Error('out of memory'));
  await tick();
  expect(s.stages).toEqual(['working', 'settled']);
  expect(s.drawn.filter((d) => d.endsWith('first'))).toEqual([]);
});

test('warming up ends for good once a picture is asked for, also between two pictures of a drag', async () => {
  const s = setUp();
  s.show(named('a'), view, 'moved');
  await s.answerAll();
  s.clock.pass(150);
  const unseen = s.asked[0]!.splice(0);
  expect(unseen).toHaveLength(1);
  s.show(named('b'), view, 'dragging');
  await s.answerAll();
  expect(s.drawn).toContain('b first');
  unseen[0]!.answer();
  await tick();
  expect(s.asked[0]).toEqual([]);
});

test('closing gives everything up', async () => {
  const s = setUp();
  s.show(named('a'), view, 'moved');
  s.close();
  await s.answerAll();
  expect([s.stages, s.drawn, s.busy()]).toEqual([['working'], ['carried to a'], false]);
});

test('slabs that lie over a first picture are drawn a few at a time', async () => {
  const s = setUp();
  s.show(named('a'), { scale: 0.6, originX: 0, originY: 0, width: 900, height: 1200 }, 'dragging');
  await s.answerAll();
  s.clock.pass(30);
  const settled = () => s.drawn.filter((what) => what === 'a settled').length;
  const answerOne = async () => {
    s.asked[0]!.shift()!.answer();
    await tick();
  };
  await answerOne();
  await answerOne();
  expect(settled()).toBe(0);
  s.clock.pass(150);
  await answerOne();
  expect(settled()).toBe(3);
  await answerOne();
  expect(settled()).toBe(3);
  await s.answerAll();
  expect([settled() > 4, s.stages.at(-1), s.busy()]).toEqual([true, 'settled', false]);
});
