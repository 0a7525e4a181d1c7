import {
  createJob,
  DEFAULT_STONES,
  fillOf,
  type HandStone,
  type Job,
  newPart,
  newStencil,
  readJob,
} from '@chromatype/core';
import type { Edit } from '../src/document/edits.ts';
import * as stones from '../src/document/stones-edits.ts';
import { useOpenJob } from '../src/document/store.ts';
import { designBox } from '../src/stones/design-box.ts';
import { editPicks } from '../src/stones/edit-picks.ts';
import { stonesAt } from '../src/stones/stones-store.ts';

const base = createJob('stones', 'p');
const IDS = { fill: 'f', pass: 'q', stencil: 's' };
const star = newPart('a', 'rectangle', { x: 10, y: 10, width: 30, height: 20 });

/** Applies edits one after the other; the job stays one that the server takes. */
function after(job: Job, ...all: readonly Edit[]): Job {
  const made = all.reduce((doc, change) => change(doc), job);
  expect(() => readJob(JSON.parse(JSON.stringify(made)))).not.toThrow();
  return made;
}

const hand = (more: Partial<HandStone> = {}): HandStone => ({
  x: 20,
  y: 20,
  turn: 0,
  size: 'SS10',
  colour: 'Clear',
  locked: false,
  loosed: false,
  ...more,
});

const first = after(base, stones.addRegion(null, { name: 'Kite', parts: [star] }, IDS));

describe('a new region', () => {
  test('takes the place of the blank pass that a new job begins with', () => {
    expect(first.passes.map((p) => [p.id, p.name])).toEqual([['q', 'Stones']]);
    const fill = fillOf(first.passes[0]!);
    expect([fill.id, fill.name, fill.stencil, fill.screen.family]).toEqual(['f', 'Kite', 's', 'stones']);
    expect(first.stencils.map((s) => [s.id, s.name, s.parts.length])).toEqual([['s', 'Kite', 1]]);
  });

  test('stands beside passes that print something', () => {
    const pass = base.passes[0]!;
    const [fill] = pass.fills;
    const tinted = {
      ...base,
      passes: [{ ...pass, fills: [{ ...fill, feed: { ...fill.feed, part: 'tint' as const } }] as const }],
    };
    const job = stones.addRegion(null, { name: 'Kite', parts: [star] }, IDS)(tinted);
    expect(job.passes.map((p) => p.id)).toEqual(['p', 'q']);
  });

  test('joins the pass of stones that there is, with settings of its own and nothing placed by hand', () => {
    const placed = after(first, stones.setStones('f', { hand: [hand()], gap: 0.9 }));
    const two = after(
      placed,
      stones.addRegion(
        'q',
        { name: 'Tail', parts: [star], own: { way: 'around' } },
        { ...IDS, fill: 'g', stencil: 't' },
      ),
    );
    expect(two.passes).toHaveLength(1);
    expect(two.passes[0]!.fills.map((f) => [f.id, f.stencil, f.screen.stones.way])).toEqual([
      ['f', 's', 'rows'],
      ['g', 't', 'around'],
    ]);
    expect(two.passes[0]!.fills[1]!.screen.stones).toMatchObject({ hand: [], gap: 0.9 });
    expect(two.passes[0]!.fills[0].screen.stones.hand).toHaveLength(1);
  });

  test('is laid in a stencil of the job, or takes the colours of a picture over the whole sheet', () => {
    const held = { ...first, stencils: [...first.stencils, newStencil('sky', 'Sky', [star])] };
    const inSky = after(held, stones.addRegion('q', { name: 'Sky', stencil: 'sky' }, { ...IDS, fill: 'g' }));
    expect(inSky.passes[0]!.fills[1]!.stencil).toBe('sky');
    expect(inSky.stencils).toHaveLength(2);
    const whole = stones.addRegion('q', { name: 'Photo', picture: 'photo' }, { ...IDS, fill: 'g' })(first);
    const fill = whole.passes[0]!.fills[1]!;
    expect([fill.stencil, fill.feed.picture, fill.feed.part]).toEqual([null, 'photo', 'colour']);
  });
});

test('a part in the middle of the sheet keeps its form and most of the room', () => {
  const wide = { ...base, sheet: { ...base.sheet, width: 200, height: 100 } };
  for (const aspect of [0.5, 1, 4]) {
    const { x, y, width, height } = stones.partInMiddle(wide, 'rectangle', {}, aspect).settings as Record<
      string,
      number
    >;
    expect(width! / height!).toBeCloseTo(aspect, 1);
    expect(x! + width! / 2).toBeCloseTo(100, 1);
    expect(y! + height! / 2).toBeCloseTo(50, 1);
    expect(Math.max(width! / 200, height! / 100)).toBeCloseTo(0.8, 2);
  }
});

test('a colour is replaced in the region and by hand; a size has its new name wherever it is used', () => {
  const made = after(first, stones.setStones('f', { colours: ['Clear', 'Jet'], sizes: ['SS10'], hand: [hand()] }));
  const jet = after(made, stones.replaceColour('q', 'Clear', 'Deep teal'));
  const own = (job: Job) => fillOf(job.passes[0]!).screen.stones;
  expect([own(jet).colours, own(jet).hand[0]!.colour]).toEqual([['Deep teal', 'Jet'], 'Deep teal']);
  const renamed = after(
    made,
    stones.renameInTable('sizes', 'SS10', 'Small'),
    stones.renameInTable('colours', 'Jet', 'Coal'),
  );
  expect([own(renamed).sizes, own(renamed).hand[0]!.size, own(renamed).colours]).toEqual([
    ['Small'],
    'Small',
    ['Clear', 'Coal'],
  ]);
  expect(renamed.stones.sizes.map((s) => s.name)).toEqual(
    DEFAULT_STONES.sizes.map(({ name }) => (name === 'SS10' ? 'Small' : name)),
  );
  expect(renamed.stones.colours.map((c) => c.name)).toContain('Coal');
});

test('what holds for all stones of the job is changed apart from their table', () => {
  const job = after(first, stones.setJobStones({ cutterWidth: 250, mirrored: true }));
  expect(job.stones).toEqual({ ...first.stones, cutterWidth: 250, mirrored: true });
});

describe('chosen stones', () => {
  const list = {
    count: 4,
    x: Float64Array.from([10, 20, 20.3, 40]),
    y: Float64Array.from([10, 20, 20, 40]),
    region: Uint16Array.from([0, 1, 1, 2]),
  };

  test('are found again by their places', () => {
    expect(stonesAt(list, [])).toEqual([]);
    expect(stonesAt(list, [{ x: 20.01, y: 19.99 }])).toEqual([1]);
    expect(
      stonesAt(list, [
        { x: 40, y: 40 },
        { x: 10, y: 10 },
      ]),
    ).toEqual([0, 3]);
    expect(stonesAt(list, [{ x: 20.15, y: 20 }])).toEqual([]);
  });

  test('are found at every place of the squares that they are sought by', () => {
    for (let k = 0; k < 200; k++) {
      const [x, y] = [k * 0.0501, 7 + k * 0.0377];
      const one = { count: 1, x: Float64Array.of(x), y: Float64Array.of(y) };
      expect(stonesAt(one, [{ x: x + 0.015, y: y - 0.015 }])).toEqual([0]);
      expect(stonesAt(one, [{ x: x + 0.03, y }])).toEqual([]);
    }
  });

  test('are changed region by region, as one step', () => {
    const two = after(
      first,
      stones.addRegion('q', { name: 'Tail', parts: [star] }, { ...IDS, fill: 'g', stencil: 't' }),
    );
    useOpenJob.setState({ job: two });
    const asked: (readonly [number, readonly number[]])[] = [];
    const layout = { stones: list as never, fills: ['f', 'g'] };
    editPicks(two.passes[0]!, layout, [0, 1, 2, 3], (own, picks, region) => {
      asked.push([region, picks]);
      return { ...own, gap: 1 + region };
    });
    // The last stone lies in a region whose fill is gone.
    expect(asked).toEqual([
      [0, [0]],
      [1, [1, 2]],
    ]);
    const { job } = useOpenJob.getState();
    expect(job!.passes[0]!.fills.map((f) => f.screen.stones.gap)).toEqual([1, 2]);
    useOpenJob.setState({ job: null });
  });
});

test('the box of a design holds the art of all regions that have some', () => {
  const art = (left: number, top: number, right: number, bottom: number) => ({
    path: '',
    box: { left, top, right, bottom },
  });
  expect(designBox({ art: [] })).toBeNull();
  expect(designBox({ art: [{ path: '', box: null }] })).toBeNull();
  expect(designBox({ art: [art(5, 6, 10, 20), { path: '', box: null }, art(-2, 8, 7, 30)] })).toEqual({
    left: -2,
    top: 6,
    right: 10,
    bottom: 30,
  });
});
