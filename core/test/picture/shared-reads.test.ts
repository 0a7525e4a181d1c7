import { sharedReads } from '../../src/picture/shared-reads.ts';

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

test('first looks are kept while there is room, the oldest goes first', () => {
  const { read, reader } = counted(20e6);
  const looks = reader('k');
  looks(area(0, 4));
  looks(area(1, 4));
  looks(area(0, 4));
  expect(read).toEqual(['k0', 'k1']);
  // Room for two: the one that was used longest ago goes.
  looks(area(2, 4));
  looks(area(0, 4));
  expect(read).toEqual(['k0', 'k1', 'k2']);
  looks(area(1, 4));
  expect(read).toEqual(['k0', 'k1', 'k2', 'k1']);
});

test('keys and steps are told apart', () => {
  const { read, reader } = counted(1);
  reader('a')(area(0, 2));
  reader('b')(area(0, 2));
  reader('a')(area(0, 3));
  reader('a')(area(0, 2));
  expect(read).toEqual(['a0', 'b0', 'a0']);
});
