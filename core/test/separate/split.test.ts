import {
  createJob,
  createPass,
  fillOf,
  INK_SETS,
  inkPasses,
  type Job,
  MOST_PASSES,
  readJob,
  reachOf,
  separated,
  splitPicture,
  spreadAngles,
  squareBeat,
} from '../../src/index.ts';
import { kernels } from '../plates.ts';

const ids = () => {
  let n = 0;
  return () => `n${n++}`;
};
const setOf = (name: string) => INK_SETS.find((s) => s.name === name)!;

test.each(INK_SETS.map((s) => s.name))('splitting into %s makes a job that is valid and says what it did', (name) => {
  const before = createJob('x', 'p');
  const set = setOf(name);
  const { job, said, separation } = splitPicture(before, { set, from: 'p', newId: ids() });
  expect(readJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
  expect(inkPasses(job, separation).map((p) => p.ink.name)).toEqual(set.inks.map((i) => i.name));
  expect(job.passes[0]!.on).toBe(false);
  for (const ink of set.inks) expect(said).toContain(ink.name);
  expect(said).toContain('Hidden: Black');
  expect(new Set(inkPasses(job, separation).map((p) => fillOf(p).screen.angle)).size).toBe(set.inks.length);
});

test('process angles are those of common practice', () => {
  const { job, separation } = splitPicture(createJob('x', 'p'), { set: setOf('process'), from: 'p', newId: ids() });
  expect(inkPasses(job, separation).map((p) => [p.name, fillOf(p).screen.angle])).toEqual([
    ['Cyan', 15],
    ['Magenta', 75],
    ['Yellow', 0],
    ['Black', 45],
  ]);
});

test('a base goes under the inks, and dark cloth keeps white white', () => {
  const { job } = splitPicture(createJob('x', 'p'), { set: setOf('night-shirt'), from: 'p', newId: ids() });
  expect(job.passes[1]!.fills[0].feed.part).toBe('base');
  expect(job.separations[0]!.settings.whiteIs).toBe('white');
});

test('inks that go through a mesh lose dots that it does not hold, and it is said; others keep theirs', () => {
  const split = (name: string) => splitPicture(createJob('x', 'p'), { set: setOf(name), from: 'p', newId: ids() });
  const shirt = split('night-shirt');
  for (const { screen } of shirt.job.passes.filter((p) => p.on).map(fillOf)) {
    expect([screen.smallest, screen.solidFrom]).toEqual([0.04, 0.96]);
  }
  expect(shirt.said).toContain('Dots under 4 % are left out');
  const process = split('process');
  for (const { screen } of process.job.passes.filter((p) => p.on).map(fillOf)) {
    expect([screen.smallest, screen.solidFrom]).toEqual([0, 1]);
  }
  expect(process.said).not.toContain('left out');
});

test('more passes than may print are refused', () => {
  const base = createJob('x', 'p');
  const others = Array.from({ length: MOST_PASSES - 2 }, (_, k) => createPass(`o${k}`, k, 'other'));
  const full: Job = { ...base, passes: [...base.passes, ...others] };
  expect(() => splitPicture(full, { set: setOf('process'), from: 'p', newId: ids() })).toThrow(
    `At most ${MOST_PASSES}`,
  );
});

test('angles spread for the lowest beat: three alike are 30° apart, a weak fourth lies between', () => {
  const three = spreadAngles([1, 0.9, 0.8].map((weight) => ({ lpi: 60, weight }))).sort((a, b) => a - b);
  expect(three[1]! - three[0]!).toBe(30);
  expect(three[2]! - three[1]!).toBe(30);
  const four = [1, 0.9, 0.8, 0.1].map((weight) => ({ lpi: 60, weight }));
  const angles = spreadAngles(four);
  // What shows: how long each ripple is in cells, squared, by how much both screens show.
  const cost = (all: readonly number[]) => {
    let sum = 0;
    for (let k = 0; k < 4; k++) {
      for (let j = 0; j < k; j++) {
        const cells = 60 * squareBeat({ lpi: 60, angle: all[k]! }, { lpi: 60, angle: all[j]! });
        sum += four[k]!.weight * four[j]!.weight * cells * cells;
      }
    }
    return sum;
  };
  expect(cost(angles)).toBeLessThanOrEqual(cost([45, 75, 15, 0]));
});

test('what a set cannot reach is far off, what it can is near', () => {
  const { job } = splitPicture(createJob('x', 'p'), { set: setOf('harbour-two'), from: 'p', newId: ids() });
  const reach = reachOf(kernels, separated(job, job.separations[0]!));
  expect(reach(1, 1, 1).off).toBeLessThan(0.5);
  expect(reach(0.2, 0.8, 0.2).off).toBeGreaterThan(15);
});
