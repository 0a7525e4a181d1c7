import { compileTile, DOT_SHAPES, dotShape, findSupercell, thresholdAt } from '../src/index.ts';

/** ISO 32000-1:2008, 10.5.3, table 128: the functions as they are printed there, written out a second time. */
const TABLE: Readonly<Record<string, (x: number, y: number) => number>> = {
  SimpleDot: (x, y) => 1 - (x * x + y * y),
  Round: (x, y) =>
    Math.abs(x) + Math.abs(y) <= 1 ? 1 - (x * x + y * y) : (Math.abs(x) - 1) ** 2 + (Math.abs(y) - 1) ** 2 - 1,
  Ellipse: (x, y) => {
    const w = 3 * Math.abs(x) + 4 * Math.abs(y) - 3;
    if (w < 0) return 1 - (x * x + (Math.abs(y) / 0.75) ** 2) / 4;
    if (w > 1) return ((1 - Math.abs(x)) ** 2 + ((1 - Math.abs(y)) / 0.75) ** 2) / 4 - 1;
    return 0.5 - w;
  },
  Square: (x, y) => -Math.max(Math.abs(x), Math.abs(y)),
  Diamond: (x, y) => {
    const sum = Math.abs(x) + Math.abs(y);
    if (sum <= 0.75) return 1 - (x * x + y * y);
    if (sum <= 1.23) return 1 - (0.85 * Math.abs(x) + Math.abs(y));
    return (Math.abs(x) - 1) ** 2 + (Math.abs(y) - 1) ** 2 - 1;
  },
  Line: (_, y) => -Math.abs(y),
  Cross: (x, y) => -Math.min(Math.abs(x), Math.abs(y)),
};

describe('dot shapes', () => {
  test.each(DOT_SHAPES.map((d) => d.name))('%s is the function of the standard, at a grid of places', (name) => {
    const shape = dotShape(name)!;
    expect(shape.source).toMatch(/ISO 32000-1/);
    for (let x = -1; x <= 1; x += 0.125) {
      for (let y = -1; y <= 1; y += 0.125) expect(shape.spot(x, y)).toBeCloseTo(TABLE[name]!(x, y), 9);
    }
  });

  test('each has its own name and one plain sentence', () => {
    expect(new Set(DOT_SHAPES.map((d) => d.name)).size).toBe(DOT_SHAPES.length);
    for (const shape of DOT_SHAPES) expect(shape.about).toMatch(/^[A-Z].*\.$/);
    expect(dotShape('Blob')).toBeUndefined();
  });

  test('a compiled tile repeats over the plane on its supercell, and uses every rank once', () => {
    const cell = findSupercell(7.3, 22);
    const tile = compileTile(cell, dotShape('Round')!);
    for (let k = 0; k < 200; k++) {
      const [x, y] = [(k * 37) % 500, (k * 91) % 400];
      const copies = Math.round(Math.sqrt(tile.area / (cell.X ** 2 + cell.Y ** 2)));
      expect(thresholdAt(tile, x + copies * cell.X, y - copies * cell.Y)).toBe(thresholdAt(tile, x, y));
      expect(thresholdAt(tile, x + copies * cell.Y, y + copies * cell.X)).toBe(thresholdAt(tile, x, y));
    }
    // Thresholds stand for ranks 0 .. area − 1: none is more frequent than its share allows.
    const counts = new Map<number, number>();
    for (const t of tile.data) counts.set(t, (counts.get(t) ?? 0) + 1);
    expect(Math.max(...counts.values())).toBeLessThanOrEqual(Math.ceil(tile.area / 65535) + 1);
    expect(tile.data).toHaveLength(tile.area);
  });
});
