import { bendFault, newBend, readyBends } from '../../src/bend/index.ts';
import { foldsOf } from '../../src/bend/folds.ts';
import { bend, draggedPins, named, ONE_TO_ONE, SHEET, TRIMMED } from './bends.ts';

test.each(named(ONE_TO_ONE))('%s folds nowhere', (_, own) => {
  expect(foldsOf(own, SHEET)).toEqual([]);
});

/** A mesh whose handle (1, 1) is dragged past its neighbour (2, 1). */
function foldedMesh() {
  const own = newBend('mesh', TRIMMED);
  const handles = [...(own.settings.handles as number[])];
  handles[10] = 85;
  return { ...own, settings: { ...own.settings, handles } };
}

test('a mesh that is dragged over itself folds there, and stays defined', () => {
  const folds = foldsOf(foldedMesh(), SHEET);
  expect(folds.length).toBeGreaterThan(10);
  for (const fold of folds) {
    expect(fold).toHaveLength(8);
    for (const v of fold) expect(Number.isFinite(v)).toBe(true);
    // Around the neighbour, not at the far edges of the sheet.
    expect(fold[1]).toBeLessThan(700);
  }
});

test('pins that change places fold the sheet; one of them far off does not for itself', () => {
  const own = draggedPins(80, 0);
  expect(foldsOf(own, SHEET).length).toBeGreaterThan(10);
  expect(foldsOf({ ...own, on: false }, SHEET)).toEqual([]);
  expect(foldsOf(draggedPins(2, 2), SHEET)).toEqual([]);
});

test('a saw folds nowhere, rings that are too high do', () => {
  expect(foldsOf(bend('ripple', { height: 6, length: 12 }), SHEET).length).toBeGreaterThan(0);
});

describe('amounts beyond the sheet', () => {
  // The sheet with its bleed is 106 mm long.
  test.each([
    ['wave', { height: 107 }, 'Wave: Height is more than the sheet is long, so that little of what it moves is seen.'],
    [
      'light',
      { amount: -400 },
      'Push by light: Amount is more than the sheet is long, so that little of what it moves is seen.',
    ],
  ])('%s %j is told in a sentence, and still prints', (kind, settings, sentence) => {
    const own = bend(kind, settings);
    expect(bendFault(own, SHEET)).toBe(sentence);
    const at = { x: 0, y: 0 };
    readyBends([own], SHEET).lattice!.back(500, 400, at);
    expect(Number.isFinite(at.x) && Number.isFinite(at.y)).toBe(true);
  });

  test('as much as the sheet is long is no fault, nor is a second wave that is not there', () => {
    expect(bendFault(bend('wave', { height: 105 }), SHEET)).toBeNull();
    expect(bendFault(bend('wave', { secondHeight: 900 }), SHEET)).toBeNull();
    expect(bendFault(bend('wave', { secondHeight: 900, both: true }), SHEET)).toMatch(/^Wave: Second height/);
    expect(bendFault({ ...bend('wave', { height: 900 }), on: false }, SHEET)).toBeNull();
  });
});
