import { createFill, createJob, type Job, newPart, newStencil, readJob } from '@chromatype/core';
import * as edits from '../src/document/edits.ts';
import * as sheetEdits from '../src/document/sheet-edits.ts';
import * as stencilEdits from '../src/document/stencil-edits.ts';
import { layTint } from '../src/bench/tints/lay-tint.ts';

const base = createJob('stencils', 'p');
const box = (id: string, x = 10) => newPart(id, 'rectangle', { x, y: 10, width: 20, height: 10 });
const sky = newStencil('sky', 'Sky', [box('a')]);

/** Applies edits one after the other; the job stays one that the server takes. */
function after(job: Job, ...all: readonly edits.Edit[]): Job {
  const made = all.reduce((doc, edit) => edit(doc), job);
  expect(() => readJob(JSON.parse(JSON.stringify(made)))).not.toThrow();
  return made;
}

const stencilled = after(base, stencilEdits.addStencil(sky, 'p-1'));
const fills = (job: Job) => job.passes[0]!.fills;

test('a stencil comes in with its fill, and leaves it on the whole sheet when it is removed', () => {
  expect(fills(stencilled)[0].stencil).toBe('sky');
  const gone = after(stencilled, stencilEdits.removeStencil('sky'));
  expect([gone.stencils, fills(gone)[0].stencil]).toEqual([[], null]);
});

test('parts are added, moved in their order, changed and removed; with the last one the stencil goes', () => {
  const two = after(stencilled, stencilEdits.addPart('sky', box('b', 30)), stencilEdits.movePart('sky', 'b', -1));
  expect(two.stencils[0]!.parts.map((p) => p.id)).toEqual(['b', 'a']);
  const wide = after(two, stencilEdits.setPart('sky', 'b', { width: 44 }));
  expect(wide.stencils[0]!.parts[0]!.settings.width).toBe(44);
  const one = after(wide, stencilEdits.removePart('sky', 'b'));
  expect(one.stencils[0]!.parts.map((p) => p.id)).toEqual(['a']);
  expect(after(one, stencilEdits.removePart('sky', 'a')).stencils).toEqual([]);
});

test('a pass inside what another prints is one step, and loses its stencil with that pass', () => {
  const inside = after(base, stencilEdits.addPassInside(base.passes[0]!, { pass: 'q', stencil: 'i', part: 'a' }));
  expect(inside.passes.map((p) => [p.id, p.fills[0].stencil])).toEqual([
    ['p', null],
    ['q', 'i'],
  ]);
  expect(inside.stencils.map((s) => s.parts.map((p) => [p.kind, p.settings.pass]))).toEqual([[['plate', 'p']]]);
  const left = after(inside, edits.removePass('p'));
  expect([left.stencils, left.passes[0]!.fills[0].stencil]).toEqual([[], null]);
});

test('what takes a removed stencil or pass loses that part, and goes if nothing else is left of it', () => {
  const sea = newStencil('sea', 'Sea', [newPart('s', 'stencil', { stencil: 'sky' }), box('own')]);
  const foam = newStencil('foam', 'Foam', [newPart('s', 'stencil', { stencil: 'sky' })]);
  const both = after({ ...stencilled, stencils: [sky, sea, foam] }, edits.setFill('p-1', { stencil: 'foam' }));
  const left = after(both, stencilEdits.removeStencil('sky'));
  expect(left.stencils.map((s) => [s.id, s.parts.length])).toEqual([['sea', 1]]);
  expect(fills(left)[0].stencil).toBeNull();

  const other = edits.addPass('q')(stencilled);
  const plate = newStencil('plate', 'Plate', [newPart('x', 'plate', { pass: 'q' })]);
  const removed = after({ ...other, stencils: [sky, plate] }, edits.removePass('q'));
  expect(removed.stencils.map((s) => s.id)).toEqual(['sky']);
});

test('fills are added over the others, moved and removed; a pass keeps its last one', () => {
  const three = after(base, edits.addFill('p', createFill('f2', null)), edits.addFill('p', createFill('f3', null)));
  expect(fills(three).map((f) => f.id)).toEqual(['p-1', 'f2', 'f3']);
  expect(fills(after(three, edits.moveFill('p', 'f3', -1))).map((f) => f.id)).toEqual(['p-1', 'f3', 'f2']);
  expect(fills(after(three, edits.moveFill('p', 'f3', 5))).map((f) => f.id)).toEqual(['p-1', 'f2', 'f3']);
  const one = after(three, edits.removeFill('p', 'p-1'), edits.removeFill('p', 'f2'), edits.removeFill('p', 'f3'));
  expect(fills(one).map((f) => f.id)).toEqual(['f3']);
});

test('what is drawn grows and moves with a sheet of another size', () => {
  const { width, height } = base.sheet;
  const shapes = [box('a'), newPart('b', 'polygon', { points: [10, 10, 20, 10, 10, 20] })];
  const stroke = { does: 'paint', size: 2, hardness: 1, strength: 1, points: [5, 6, 1] };
  const drawn = after(
    base,
    stencilEdits.addStencil(newStencil('s', 's', [...shapes, newPart('c', 'brush', { strokes: [stroke] })]), 'p-1'),
  );
  const twice = after(drawn, sheetEdits.resizeSheet({ width: 2 * width, height: 2 * height }, 'scale'));
  const [rectangle, polygon, brush] = twice.stencils[0]!.parts.map((p) => p.settings);
  expect(rectangle).toMatchObject({ x: 20, y: 20, width: 40, height: 20, turn: 0 });
  expect(polygon!.points).toEqual([20, 20, 40, 20, 20, 40]);
  expect(brush!.strokes).toEqual([{ ...stroke, size: 4, points: [10, 12, 1] }]);
  const kept = after(drawn, sheetEdits.resizeSheet({ width: 2 * width, height }, 'keep'));
  expect(kept.stencils).toEqual(drawn.stencils);
});

test('a tint from the shelf sets percentage, family and frequency, and runs over its box', () => {
  const taken = { tint: { tint: 0.1, tintTo: 0.7, run: 'linear' as const }, family: 'lines' as const, lpi: 55 };
  const job = after(stencilled, layTint('p-1', taken, { x: 10, y: 20, width: 40, height: 30 }));
  const { feed, screen } = fills(job)[0];
  expect(feed).toMatchObject({
    part: 'tint',
    tint: 0.1,
    tintTo: 0.7,
    run: 'linear',
    fromX: 30,
    fromY: 20,
    toX: 30,
    toY: 50,
  });
  expect([screen.family, screen.frequency]).toEqual(['lines', { value: 55, per: 'lpi' }]);
  expect(screen.angle).toBe(fills(stencilled)[0].screen.angle);
});
