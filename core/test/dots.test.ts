import { DOT_SHAPES, dotShape, findSupercell, thresholdAt } from '../src/index.ts';
import { dotTile } from './screens.ts';

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
  InvertedSimpleDot: (x, y) => x * x + y * y - 1,
  DoubleDot: (x, y) => Math.sin(2 * Math.PI * x) / 2 + Math.sin(2 * Math.PI * y) / 2,
  InvertedDoubleDot: (x, y) => -(Math.sin(2 * Math.PI * x) / 2 + Math.sin(2 * Math.PI * y) / 2),
  CosineDot: (x, y) => Math.cos(Math.PI * x) / 2 + Math.cos(Math.PI * y) / 2,
  Double: (x, y) => Math.sin((2 * Math.PI * x) / 2) / 2 + Math.sin(2 * Math.PI * y) / 2,
  InvertedDouble: (x, y) => -(Math.sin((2 * Math.PI * x) / 2) / 2 + Math.sin(2 * Math.PI * y) / 2),
  LineX: (x) => x,
  LineY: (_, y) => y,
  EllipseA: (x, y) => 1 - (x * x + 0.9 * y * y),
  InvertedEllipseA: (x, y) => x * x + 0.9 * y * y - 1,
  EllipseB: (x, y) => 1 - Math.sqrt(x * x + (5 / 8) * y * y),
  EllipseC: (x, y) => 1 - (0.9 * x * x + y * y),
  InvertedEllipseC: (x, y) => 0.9 * x * x + y * y - 1,
  Rhomboid: (x, y) => (0.9 * Math.abs(x) + Math.abs(y)) / 2,
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
  test('the table of the standard is complete', () => {
    const ours = DOT_SHAPES.filter((d) => d.source.startsWith('ISO 32000-1')).map((d) => d.name);
    expect(ours.sort()).toEqual(Object.keys(TABLE).sort());
    expect(ours).toHaveLength(21);
  });

  test.each(Object.keys(TABLE))('%s is the function of the standard, at a grid of places', (name) => {
    const shape = dotShape(name)!;
    let worst = 0;
    for (let x = -1; x <= 1; x += 0.125) {
      for (let y = -1; y <= 1; y += 0.125) worst = Math.max(worst, Math.abs(shape.spot(x, y) - TABLE[name]!(x, y)));
    }
    expect(worst).toBeLessThan(1e-9);
  });

  test('each has its own name and one plain sentence', () => {
    expect(new Set(DOT_SHAPES.map((d) => d.name)).size).toBe(DOT_SHAPES.length);
    for (const shape of DOT_SHAPES) expect(shape.about).toMatch(/^[A-Z].*\.$/);
    expect(dotShape('Blob')).toBeUndefined();
  });

  test('a compiled tile repeats over the plane on its supercell, and uses every rank once', () => {
    const cell = findSupercell(7.3, 22);
    const tile = dotTile(7.3, 22, 'Round');
    for (let k = 0; k < 200; k++) {
      const [x, y] = [(k * 37) % 500, (k * 91) % 400];
      const copies = Math.round(Math.sqrt(tile.area / (cell.x1 ** 2 + cell.y1 ** 2)));
      expect(thresholdAt(tile, x + copies * cell.x1, y - copies * cell.y1)).toBe(thresholdAt(tile, x, y));
      expect(thresholdAt(tile, x + copies * cell.y1, y + copies * cell.x1)).toBe(thresholdAt(tile, x, y));
    }
    // Thresholds stand for ranks 0 .. area − 1: none is more frequent than its share allows.
    const counts = new Map<number, number>();
    for (const t of tile.data) counts.set(t, (counts.get(t) ?? 0) + 1);
    expect(Math.max(...counts.values())).toBeLessThanOrEqual(Math.ceil(tile.area / 65535) + 1);
    expect(tile.data).toHaveLength(tile.area);
  });
});
