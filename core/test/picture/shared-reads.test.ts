import { sharedReads } from '../../src/raster/shared-reads.ts';

const area = (x: number, step: number) => ({ x, y: 0, width: 512, height: 256, step });

function counted(bytes: number) {
  const owner = {};
  const read: string[] = [];
  const reader = (key: string) =>
    sharedReads(
      owner,
      key,
      () => bytes,
      (a) => {
        read.push(`${key}${a.x}`);
        return { of: a.x };
      },
    );
  return { read, reader };
}

test('inks that read one area after the other read it once; of whole areas the last is kept', () => {
  const { read, reader } = counted(1);
  const [cyan, yellow] = [reader('k'), reader('k')];
  expect(cyan(area(0, 1))).toBe(yellow(area(0, 1)));
  cyan(area(512, 1));
  cyan(area(0, 1));
  expect(read).toEqual(['k0', 'k512', 'k0']);
});

test('first looks are kept while there is room, those that were used longest ago go first', () => {
  const { read, reader } = counted(10e6);
  const looks = reader('k');
  for (const x of [0, 1, 2, 3, 0]) looks(area(x, 4));
  expect(read).toEqual(['k0', 'k1', 'k2', 'k3']);
  // Room for four: with the fifth the two that were used longest ago go.
  looks(area(4, 4));
  for (const x of [0, 3, 4]) looks(area(x, 4));
  expect(read).toEqual(['k0', 'k1', 'k2', 'k3', 'k4']);
  looks(area(1, 4));
  expect(read).toEqual(['k0', 'k1', 'k2', 'k3', 'k4', 'k1']);
});

test('keys and steps are told apart', () => {
  const { read, reader } = counted(1);
  reader('a')(area(0, 2));
  reader('b')(area(0, 2));
  reader('a')(area(0, 3));
  reader('a')(area(0, 2));
  expect(read).toEqual(['a0', 'b0', 'a0']);
});
