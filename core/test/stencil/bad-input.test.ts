import { createPass, type Job, newPart, newStencil, readJob, type StencilPart } from '../../src/index.ts';
import { fillJob, rectangle, tinted } from './fill-jobs.ts';

/** What reading a job says that is wrong; empty if nothing is. */
function saidOf(job: unknown): string {
  try {
    readJob(JSON.parse(JSON.stringify(job)));
    return '';
  } catch (error) {
    return (error as Error).message;
  }
}

const job: Job = fillJob([tinted('f', 0.5, { stencil: 's' })], [rectangle('s', 1, 1, 5, 5)]);
const withParts = (...parts: StencilPart[]): Job => ({ ...job, stencils: [newStencil('s', 'Sky', parts)] });
const part = (kind: string, settings: object) => newPart('p', kind, settings as never);
const stroke = { does: 'paint', size: 1, hardness: 1, strength: 1, points: [1, 1, 1] };

describe('a stencil that cannot be used is refused in one plain sentence', () => {
  test('the job itself is good', () => expect(saidOf(job)).toBe(''));

  test.each([
    ['no parts', withParts(), /has no parts, so that nothing would print in it; draw one first\.$/],
    ['a rectangle without a width', withParts(part('rectangle', { width: 0 })), /must lie between 0\.01 and/],
    ['a polygon of two corners', withParts(part('polygon', { points: [1, 1, 5, 5] })), /needs at least 3 points\.$/],
    [
      'a polygon without an area',
      withParts(part('polygon', { points: [1, 1, 5, 5, 9, 9] })),
      /^The corners of a polygon lie in one line, so that it has no area/,
    ],
    ['a path without an area', withParts(part('pen', { nodes: [1, 1, 0, 0, 0, 0, 5, 5, 0, 0, 0, 0] })), /no area/],
    [
      'an imported shape without an outline',
      withParts(part('shape', { shape: 'own', path: '' })),
      /choose an SVG file\.$/,
    ],
    [
      'an outline that is no path',
      withParts(part('shape', { shape: 'own', path: 'M0 0 Lx' })),
      /is not an SVG path\.$/,
    ],
    ['a flood without a start', withParts(part('flood', { seeds: [] })), /needs at least 1 points\.$/],
    [
      'a flood in no pass',
      withParts(part('flood', { seeds: [0.5, 0.5], source: 'print' })),
      /names no pass; choose one\.$/,
    ],
    [
      'a subject with one kind of stroke',
      withParts(part('subject', { marks: [{ ...stroke, does: 'subject' }] })),
      /needs at least one stroke on it and one on what lies behind/,
    ],
    [
      'strokes by the ten thousand',
      withParts(part('brush', { strokes: Array.from({ length: 10000 }, () => stroke) })),
      /^"stencils\[0\]\.parts\[0\]\.settings\.strokes" holds 10000 strokes; at most 5000 are allowed\. Begin another part\.$/,
    ],
    ['a stencil that is not there', { ...job, stencils: [] }, /names a stencil that the job does not hold\.$/],
    ['a range upside down', withParts(part('tone', { from: 0.9, to: 0.1 })), /must not be darker/],
    ['an unknown kind', withParts({ ...part('rectangle', {}), kind: 'blot' }), /must be one of rectangle,/],
  ])('%s', (_, wrong, sentence) => {
    const said = saidOf(wrong);
    expect(said).toMatch(sentence as RegExp);
    expect(said.split('\n').length).toBe(1);
  });

  test('a stencil made of itself, of others in a ring, and of a pass that prints in it', () => {
    expect(saidOf(withParts(part('stencil', { stencil: 's' })))).toBe(
      'The stencil "Sky" is made of itself; take that part out of it.',
    );
    const ring = {
      ...job,
      stencils: [
        newStencil('s', 'Sky', [part('stencil', { stencil: 't' })]),
        newStencil('t', 'Sea', [part('stencil', { stencil: 's' })]),
      ],
    };
    expect(saidOf(ring)).toBe(
      'The stencils "Sky", "Sea" are made of each other in a ring; take one of these parts out.',
    );
    expect(saidOf(withParts(part('plate', { pass: 'p' })))).toMatch(/"Sky" is made of itself/);
    const under = { ...createPass('q', 1, null), fills: [tinted('g', 0.5, { stencil: 's' })] };
    const print = part('flood', { seeds: [0.5, 0.5], source: 'print', pass: 'q' });
    expect(saidOf({ ...withParts(print), passes: [...job.passes, under] })).toMatch(/"Sky" is made of itself/);
  });
});
