import { keptLevels, levelFor, levelSize } from '../../src/picture/levels.ts';

const size = { width: 6000, height: 4000 };

describe('levels of a picture', () => {
  it('are halves whose longer side lies between 600 and 3200 pixels', () => {
    expect(keptLevels(size)).toEqual([1, 2, 3]);
    expect(keptLevels({ width: 300, height: 900 })).toEqual([]);
    expect(keptLevels({ width: 14000, height: 14000 })).toEqual([3, 4]);
  });

  it('are found by how many pixels are needed; 0 is the picture itself', () => {
    expect(levelFor(size, 700)).toBe(3);
    expect(levelFor(size, 900)).toBe(2);
    expect(levelFor(size, 3001)).toBe(0);
  });

  it('have whole pixels, at least one', () => {
    expect(levelSize({ width: 6001, height: 5 }, 3)).toEqual({ width: 750, height: 1 });
  });
});
