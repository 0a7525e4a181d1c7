import { pathData, polygonsOf } from '../../src/index.ts';

test('an outline’s steps become a path that is read back to the same points', () => {
  const commands = [
    { type: 'M', x: 0, y: 1.1e-13 },
    { type: 'L', x: 451.99999999999994, y: 0 },
    { type: 'Q', x1: 10, y1: -5, x: 10, y: -10 },
    { type: 'C', x1: 8, y1: -11, x2: 4, y2: -11, x: 0.126, y: -10 },
    { type: 'Z' },
  ] as const;
  const path = pathData(commands, 2);
  expect(path).toBe('M0 0L452 0Q10 -5 10 -10C8 -11 4 -11 0.13 -10Z');
  const [polygon] = polygonsOf(path, [1, 0, 0, 1, 0, 0]);
  expect([...polygon!.slice(0, 4)]).toEqual([0, 0, 452, 0]);
  expect(polygon!.length).toBeGreaterThan(12);
});
