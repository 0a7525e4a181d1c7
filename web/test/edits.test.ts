import { createJob, MOST_PASSES, readJob } from '@chromatype/core';
import * as edits from '../src/document/edits.ts';
import * as screenEdits from '../src/document/screen-edits.ts';
import * as sheetEdits from '../src/document/sheet-edits.ts';

const job = () => createJob('x', 'a');
const stored = { hash: 'f'.repeat(64), name: 'kite.jpg', width: 300, height: 200, channels: 4 } as const;
const after = (...all: edits.Edit[]) => all.reduce((j, e) => e(j), job());
const names = (j: ReturnType<typeof job>) => j.passes.map((p) => p.id).join('');

test('every edit leaves a job that can be read', () => {
  const made = after(
    edits.addPicture('pic', stored, 'a'),
    edits.addPass('b'),
    edits.duplicatePass('a', 'c'),
    edits.setTone('b-1', { lights: 0.2 }),
    edits.setScreen('c-1', { angle: 12 }),
    screenEdits.setFamilySettings('c-1', 'lines', { kind: 'wave' }),
    screenEdits.setFamily('c-1', 'lines'),
    screenEdits.setTile('a-1', 'leaf', { ...stored, hash: 'd'.repeat(64) }),
    edits.setInk('b', { colour: '#ff0000' }),
    edits.setOn('a', false),
    edits.setSheet({ width: 300 }),
    sheetEdits.sheetLikePicture(stored),
    edits.rename('c', 'Lines'),
    edits.setTitle('Poster'),
  );
  expect(readJob(JSON.parse(JSON.stringify(made)))).toEqual(made);
  expect(made.sheet).toMatchObject({ width: 300, height: 200 });
  expect(made.passes.every((p) => p.fills[0].feed.picture === 'pic')).toBe(true);
});

test('passes move to the place they are dropped on', () => {
  const three = after(edits.addPass('b'), edits.addPass('c'));
  expect(names(edits.movePass('a', 'c')(three))).toBe('bca');
  expect(names(edits.movePass('c', 'a')(three))).toBe('cab');
  expect(edits.movePass('a', 'a')(three)).toBe(three);
  expect(names(edits.removePass('b')(three))).toBe('ac');
});

test('the same picture twice is one picture; only the chosen pass changes over', () => {
  const two = after(
    edits.addPicture('one', stored, 'a'),
    edits.addPass('b'),
    edits.addPicture('two', { ...stored, hash: 'e'.repeat(64) }, 'b'),
  );
  expect(two.passes.map((p) => p.fills[0].feed.picture)).toEqual(['one', 'two']);
  const again = edits.addPicture('three', stored, 'b')(two);
  expect(again.pictures).toHaveLength(2);
  expect(again.passes[1]!.fills[0].feed.picture).toBe('one');
});

test('no more passes print than a sheet takes; further ones are added hidden', () => {
  const many = after(...Array.from({ length: MOST_PASSES + 2 }, (_, k) => edits.addPass(`p${k}`)));
  expect(many.passes).toHaveLength(MOST_PASSES + 3);
  expect(many.passes.filter((p) => p.on)).toHaveLength(MOST_PASSES);
  expect(edits.setOn(`p${MOST_PASSES + 1}`, true)(many)).toBe(many);
  expect(() => readJob(many)).not.toThrow();
});
