import { inTurn } from '../src/shelf/in-turn.ts';

/** Lets everything happen that waits for nothing but its turn. */
const tick = () => new Promise((resolve) => setTimeout(resolve, 0));

test('two begin at a time, in order; the next begins when one is done', async () => {
  const begun: string[] = [];
  const ends = new Map<string, () => void>();
  const give = ['a', 'b', 'c', 'd'].map((name) =>
    inTurn((done) => {
      begun.push(name);
      ends.set(name, done);
    }),
  );
  await tick();
  expect(begun).toEqual(['a', 'b']);
  ends.get('b')!();
  await tick();
  expect(begun).toEqual(['a', 'b', 'c']);
  give[0]!();
  await tick();
  expect(begun).toEqual(['a', 'b', 'c', 'd']);
  for (const end of give) end();
});

test('a turn that is given back before it came is never taken', async () => {
  const begun: string[] = [];
  const give = ['a', 'b', 'c', 'd'].map((name) => inTurn(() => begun.push(name)));
  give[2]!();
  await tick();
  give[0]!();
  give[1]!();
  await tick();
  expect(begun).toEqual(['a', 'b', 'd']);
  give[3]!();
});
