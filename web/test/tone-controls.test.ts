import {
  createJob,
  filePicture,
  NO_EDIT,
  type Pass,
  readJob,
  createPass,
  type Feed,
  fillOf,
  withFill,
} from '@chromatype/core';
import { addPoint, movePoint, removePoint } from '../src/bench/chain/tone/curve-points.ts';
import { readGainTable } from '../src/bench/chain/tone/gain-table.ts';
import { MIXES } from '../src/bench/chain/tone/mixes.ts';
import { withPoint } from '../src/bench/tools/strokes.ts';
import * as edits from '../src/document/edits.ts';
import * as sheetEdits from '../src/document/sheet-edits.ts';

const CURVE = [
  { x: 0, y: 0 },
  { x: 0.5, y: 0.5 },
  { x: 1, y: 1 },
];

describe('points of a curve', () => {
  test('stay between their neighbours and inside the square', () => {
    expect(movePoint(CURVE, 1, 2, -1)[1]).toEqual({ x: 0.99, y: 0 });
    expect(movePoint(CURVE, 0, -3, 4)[0]).toEqual({ x: 0, y: 1 });
    expect(movePoint(CURVE, 2, 0.2, 0.7)[2]).toEqual({ x: 0.51, y: 0.7 });
  });
  test('are added in their order, not on top of each other; two always stay', () => {
    const grown = addPoint(CURVE, 0.25, 0.4);
    expect(grown.at).toBe(1);
    expect(grown.points.map((p) => p.x)).toEqual([0, 0.25, 0.5, 1]);
    expect(addPoint(CURVE, 0.501, 0.1)).toEqual({ points: CURVE, at: 1 });
    expect(removePoint(CURVE, 1)).toHaveLength(2);
    expect(removePoint(CURVE.slice(0, 2), 0)).toHaveLength(2);
  });
});

describe('gain tables from .csv', () => {
  test('per cent, decimal commas, semicolons, in any order of rows', () => {
    expect(readGainTable('soll;ist\n100;100\n0;0\n50;72,5\n')).toEqual([
      { x: 0, y: 0 },
      { x: 0.5, y: 0.725 },
      { x: 1, y: 1 },
    ]);
    expect(readGainTable('0.5,0.7\n1,1\n0,0')[1]).toEqual({ x: 0.5, y: 0.7 });
  });
  test('densities become areas by Murray & Davies, the paper taken off', () => {
    const table = readGainTable('asked,density\n0,0.08\n50,0.38\n100,1.48\n');
    expect(table[1]!.y).toBeCloseTo(0.5195, 4);
    expect([table[0]!.y, table[2]!.y]).toEqual([0, 1]);
  });
  test.each([
    ['nothing here', /two columns of numbers/],
    ['0,0\n50,130\n100,150', /between 0 and 100/],
    ['0,0\n50,60\n60,40\n100,100', /may not fall/],
    ['asked,density\n0,1\n50,1\n100,1', /all the same/],
    ['50,60\n50,60', /two different tones/],
  ])('%j is refused in one sentence', (text, message) => {
    expect(() => readGainTable(text)).toThrow(message);
  });
});

test('every mix sums to one, or nearly', () => {
  for (const { mix } of MIXES) expect(mix[0] + mix[1] + mix[2]).toBeCloseTo(1, 3);
});

test('a stroke grows point by point; one that is too long goes on as another', () => {
  const brush = { does: 'darken', size: 3, hardness: 1, strength: 1 } as const;
  let strokes = withPoint([], brush, 1, 2, 0.5);
  strokes = withPoint(strokes, null, 3, 4, 1);
  expect(strokes).toEqual([{ ...brush, points: [1, 2, 0.5, 3, 4, 1] }]);
  for (let k = 0; k < 2100; k++) strokes = withPoint(strokes, null, k, 0, 1);
  expect(strokes.length).toBe(2);
  expect(strokes[1]!.points.slice(0, 3)).toEqual(strokes[0]!.points.slice(-3));
  expect(withPoint([], null, 1, 1, 1)).toEqual([]);
});

describe('edits of pictures and sheets', () => {
  const base = createJob('x', 'a');
  const pass = (id: string, part: Partial<Feed> = {}): Pass => {
    const made = createPass(id, 0, 'p');
    return withFill(made, { feed: { ...fillOf(made).feed, ...part } });
  };
  const job = {
    ...base,
    pictures: [filePicture({ id: 'p', name: 'p', hash: 'a'.repeat(64), width: 200, height: 100 })],
    passes: [pass('a'), pass('b'), pass('c', { fit: 'own', x: 5 }), pass('d', { picture: null })],
  };

  test('a picture is placed for all passes that have it in the same place, and for no others', () => {
    const moved = edits.setPlacing('a-1', { fit: 'own', x: 9, y: 8, width: 7 })(job);
    expect(moved.passes.map((p) => [p.fills[0].feed.fit, p.fills[0].feed.x])).toEqual([
      ['own', 9],
      ['own', 9],
      ['own', 5],
      ['fill', 0],
    ]);
  });

  test('made pictures cover the sheet and are valid; their settings change one at a time', () => {
    const made = { kind: 'tint', settings: { colours: ['#123456'] } };
    const added = edits.addMade('m', 'Tint', made, 'd-1')(job);
    expect(added.passes[3]!.fills[0].feed.picture).toBe('m');
    expect(() => readJob(added)).not.toThrow();
    const changed = edits.setMade('m', { colours: ['#654321'] })(added);
    expect(changed.pictures[1]!.made!.settings).toEqual({ colours: ['#654321'] });
    expect(edits.setMade('p', { colours: [] })(added).pictures[0]).toEqual(added.pictures[0]);
  });

  test('another file in a picture’s place keeps crop and turns; a cut-out by its colours goes', () => {
    const cutOut = {
      picks: [],
      tolerance: 0.1,
      softness: 0.1,
      joined: true,
      strokes: [],
      marks: [],
      keepsEdges: false,
    };
    const edited = edits.setPictureEdit('p', { turns: 1, cutOut })(job);
    const stored = { hash: 'b'.repeat(64), name: 'new.png', width: 50, height: 60, channels: 4 } as const;
    const [picture] = edits.replacePicture('p', stored)(edited).pictures;
    expect(picture).toMatchObject({
      id: 'p',
      name: 'new.png',
      width: 50,
      edit: { ...NO_EDIT, turns: 1, cutOut: null },
    });
  });

  test.each([
    ['keep', { x: 10, y: 20, width: 30 }],
    ['scale', { x: 20, y: 40, width: 60 }],
    ['centre', { x: 10 + job.sheet.width / 2, y: 20 + job.sheet.height / 2, width: 30 }],
  ] as const)('a sheet of twice the size: pictures placed by hand %s', (how, wanted) => {
    const placed = edits.setPlacing('c-1', { x: 10, y: 20, width: 30 })(job);
    const size = { width: 2 * job.sheet.width, height: 2 * job.sheet.height };
    const resized = sheetEdits.resizeSheet(size, how)(placed);
    expect(resized.passes[2]!.fills[0].feed).toMatchObject(wanted);
    expect(resized.passes[0]!.fills[0].feed).toEqual(placed.passes[0]!.fills[0].feed);
    expect(resized.sheet).toMatchObject(size);
  });

  test('sheets of strips are remembered once each', () => {
    const sheet = {
      id: '1',
      pass: 'a',
      across: { setting: 'tone.middle', values: [1, 2] },
      down: null,
      crop: { x: 0, y: 0, width: 9, height: 9 },
    };
    const kept = edits.keepStrips({ ...sheet, id: '2' })(edits.keepStrips(sheet)(job));
    expect(kept.strips.map((s) => s.id)).toEqual(['2']);
  });
});
