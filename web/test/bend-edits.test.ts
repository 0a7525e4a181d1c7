import { createJob, fillOf, type Job, readJob } from '@chromatype/core';
import {
  addBend,
  bendAgain,
  moveBend,
  removeBend,
  setBendAt,
  setBending,
  setBendSettings,
} from '../src/document/bend-edits.ts';
import { addPass, removePass } from '../src/document/edits.ts';

const SHEET = { width: 120, height: 90 };
const job = createJob('x', 'p');
const fill = fillOf(job.passes[0]!).id;
const kinds = (own: Job) => fillOf(own.passes[0]!).bend.map((b) => b.kind);
const three = ['wave', 'swirl', 'fan'].reduce<Job>((own, kind) => addBend(fill, kind, SHEET)(own), job);

test('bends are added after the others, and each begins on the sheet', () => {
  expect(kinds(three)).toEqual(['wave', 'swirl', 'fan']);
  expect(fillOf(three.passes[0]!).bend[1]!.settings).toMatchObject({ x: 60, y: 45 });
  expect(readJob(JSON.parse(JSON.stringify(three)))).toEqual(three);
});

test.each([
  [0, 2, ['swirl', 'fan', 'wave']],
  [2, 0, ['fan', 'wave', 'swirl']],
  [1, 1, ['wave', 'swirl', 'fan']],
  [7, 0, ['wave', 'swirl', 'fan']],
])('moving bend %i to %i', (from, to, order) => {
  expect(kinds(moveBend(fill, from, to)(three))).toEqual(order);
});

test('again is the same bend once more, right behind it', () => {
  const own = setBendSettings(fill, 1, { turn: 77 })(three);
  const again = bendAgain(fill, 1)(own);
  expect(kinds(again)).toEqual(['wave', 'swirl', 'swirl', 'fan']);
  const [, first, second] = fillOf(again.passes[0]!).bend;
  expect(second).toEqual(first);
  expect(bendAgain(fill, 9)(own)).toEqual(own);
});

test('one is switched off or bends something else; the others stay as they are', () => {
  const own = setBendAt(fill, 2, { on: false, what: 'picture' })(three);
  expect(fillOf(own.passes[0]!).bend[2]).toMatchObject({ kind: 'fan', on: false, what: 'picture' });
  expect(fillOf(own.passes[0]!).bend.slice(0, 2)).toEqual(fillOf(three.passes[0]!).bend.slice(0, 2));
  expect(kinds(removeBend(fill, 1)(own))).toEqual(['wave', 'fan']);
});

test('what softens the picture is kept beside the bends', () => {
  const own = setBending(fill, { motion: 'spin', edges: 'mirrored' })(three);
  expect(fillOf(own.passes[0]!).bending).toMatchObject({ motion: 'spin', edges: 'mirrored' });
  expect(kinds(own)).toEqual(kinds(three));
});

test('a bend that a pass pushed is pushed by none when the pass goes', () => {
  const two = addPass('second')(addBend(fill, 'light', SHEET)(job));
  const pushed = setBendSettings(fill, 0, { source: 'pass', pass: 'second' })(two);
  const left = removePass('second')(pushed);
  expect(fillOf(left.passes[0]!).bend[0]!.settings).toMatchObject({ source: 'pass', pass: null });
  // The job can be read, so that it can be saved.
  expect(readJob(JSON.parse(JSON.stringify(left)))).toEqual(left);
  const dangling = { ...pushed, passes: pushed.passes.slice(0, 1) };
  expect(() => readJob(JSON.parse(JSON.stringify(dangling)))).toThrow();
});
