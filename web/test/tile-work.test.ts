const stored = new Map<string, string>();
Object.assign(globalThis, {
  localStorage: {
    getItem: (k: string) => stored.get(k) ?? null,
    setItem: (k: string, v: string) => stored.set(k, v),
    removeItem: (k: string) => stored.delete(k),
  },
});

import type { Mark } from '../src/tiles/marks.ts';

const { putDown, redoMark, setTools, startFrom, undoMark, useTileWork } = await import('../src/tiles/tile-work.ts');
const { drawTile, greyOf } = await import('../src/tiles/marks.ts');

const mark = (x: number): Mark => ({
  tool: 'pen',
  points: [
    { x, y: 0.1 },
    { x: 0.9, y: 0.9 },
  ],
  dark: 1,
  width: 0.1,
  filled: true,
  text: '',
  font: '',
  size: 0.3,
});
const drawn = () => useTileWork.getState().marks.map((m) => m.points[0]!.x);

test('marks are undone and done again; a new one ends what could be done again', () => {
  putDown(mark(0.1));
  putDown(mark(0.2));
  undoMark();
  expect(drawn()).toEqual([0.1]);
  redoMark();
  expect(drawn()).toEqual([0.1, 0.2]);
  undoMark();
  putDown(mark(0.3));
  redoMark();
  expect(drawn()).toEqual([0.1, 0.3]);
});

test('a saved tile is drawn on from its picture, and Undo brings the other back', () => {
  startFrom('f'.repeat(64), 'Waves');
  expect(useTileWork.getState()).toMatchObject({ marks: [], base: 'f'.repeat(64), name: 'Waves' });
  undoMark();
  expect(drawn()).toEqual([0.1, 0.3]);
});

test('what is drawn stays in the browser; a mark under the hand does not', () => {
  setTools({ held: mark(0.7), dark: 0.4 });
  const kept = JSON.parse(stored.get('chromatype tile')!).state;
  expect(kept).toMatchObject({ dark: 0.4, marks: [{}, {}] });
  expect(kept).not.toHaveProperty('held');
  expect(kept).not.toHaveProperty('past');
});

/** A drawing surface that notes where it was asked to draw. */
function noting() {
  const at: string[] = [];
  const notes = { at, strokes: 0, images: 0 };
  const context = new Proxy(
    {
      setTransform: (...m: number[]) => at.push(`${m[4]},${m[5]}`),
      stroke: () => notes.strokes++,
      drawImage: () => notes.images++,
      getImageData: () => ({ data: Uint8ClampedArray.of(7, 0, 0, 255, 9, 0, 0, 255, 1, 0, 0, 255, 3, 0, 0, 255) }),
    } as Record<string, unknown>,
    { get: (target, name) => target[name as string] ?? (() => {}), set: () => true },
  );
  return { context: context as never, notes };
}

test('a mark is drawn in the tile and wherever its repeats reach in', () => {
  const square = noting();
  drawTile(square.context, 100, [mark(0.1)], null, false);
  expect(square.notes.strokes).toBe(9);
  expect(square.notes.at).toEqual(expect.arrayContaining(['0,0', '100,0', '-100,100']));
  const brick = noting();
  drawTile(brick.context, 100, [mark(0.1)], {} as never, true);
  // Columns beside it are half a tile lower: four reach in on either side, three in its own.
  expect(brick.notes.strokes).toBe(11);
  expect(brick.notes.at).toEqual(expect.arrayContaining(['0,0', '100,50', '-100,-50']));
  expect(brick.notes.images).toBe(1);
  expect([...greyOf(brick.context, 2)]).toEqual([7, 9, 1, 3]);
});
