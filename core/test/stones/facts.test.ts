import { loadClipper } from '../../src/marks/joining/clipper.ts';
import { stoneFaults } from '../../src/stones/faults/index.ts';
import { factsOf } from '../../src/stones/facts.ts';
import { DEFAULT_JOB_STONES, type JobStones } from '../../src/stones/job-params.ts';
import type { StoneRegion } from '../../src/stones/lay.ts';
import type { HandStone } from '../../src/settings/params.ts';
import { laid, layout, region, squarePath } from './designs.ts';

beforeAll(loadClipper);

const hand = (x: number, y: number, more: Partial<HandStone> = {}): HandStone => ({
  x,
  y,
  turn: 0,
  size: 'SS10',
  colour: 'Clear',
  locked: false,
  loosed: false,
  ...more,
});

describe('facts', () => {
  test('count pieces, gross and bags with spare ones, weight, cost and area by hand', () => {
    const sizes = DEFAULT_JOB_STONES.sizes.map((s) => ({ ...s, bag: 100, price: 3, weight: 0.5 }));
    const { stones } = laid(squarePath(50), { way: 'rows', colours: ['Clear', 'Jet'], colouring: 'rows' });
    // ⌊(50 − 2.8) / 3.1⌋ + 1 = 16 rows of 16, eight in each colour.
    const facts = factsOf(stones, { ...DEFAULT_JOB_STONES, sizes }, 0.05);
    expect(facts.pieces).toBe(256);
    expect(facts.gross).toBeCloseTo(256 / 144, 10);
    expect(facts.counts.map((c) => [c.size, c.colour, c.pieces, c.bags, c.cost])).toEqual([
      // 128 pieces and 5 % are 135: two bags.
      [1, 0, 128, 2, 6],
      [1, 5, 128, 2, 6],
    ]);
    expect([facts.bags, facts.cost, facts.weight]).toEqual([4, 12, 128]);
    expect(facts.area).toBeCloseTo(256 * Math.PI * 1.4 * 1.4, 6);
    expect(facts.bySize).toEqual([0, 256, 0, 0]);
  });

  test('of some stones are of those alone; a bag that is just full is one', () => {
    const { stones } = laid(squarePath(50), { way: 'rows' });
    const facts = factsOf(stones, DEFAULT_JOB_STONES, 0, [3, 4, 5]);
    expect([facts.pieces, facts.bags]).toEqual([3, 1]);
    const sizes = DEFAULT_JOB_STONES.sizes.map((s) => ({ ...s, bag: 256 }));
    expect(factsOf(stones, { ...DEFAULT_JOB_STONES, sizes }, 0).bags).toBe(1);
    expect(factsOf(stones, { ...DEFAULT_JOB_STONES, sizes }, 0.001).bags).toBe(2);
  });
});

describe('faults', () => {
  const found = (regions: readonly StoneRegion[], job: Partial<JobStones> = {}) =>
    stoneFaults(layout(regions).stones, { ...DEFAULT_JOB_STONES, ...job }, regions);

  test('none in a layout that was only laid', () => {
    for (const way of ['run', 'rows', 'inward', 'around', 'packed'] as const)
      expect([way, found([region(squarePath(60), { way })])]).toEqual([way, []]);
  });

  test('overlap, gap, outside and lonely stones that the hand placed, each with a step that mends it', () => {
    const stones = [hand(60, 60), hand(61, 60), hand(80, 60), hand(83, 60), hand(50.5, 80), hand(200, 200)];
    const regions = [region(squarePath(60), { loose: true, gap: 0.3, hand: stones })];
    const faults = found(regions);
    expect(faults.map((f) => f.kind)).toEqual(['overlap', 'gap', 'outside', 'outside', 'bridge', 'lonely']);
    const [overlap, gap, outside] = faults;
    expect(overlap!.said).toBe('Two stones overlap by 1.80 mm.');
    expect(overlap!.mend.act).toEqual({ does: 'delete', stones: [1] });
    expect(gap!.said).toBe('Only 0.20 mm lie between two stones; 0.30 mm are asked.');
    expect(gap!.mend.act).toMatchObject({ does: 'move', stone: 3 });
    expect((gap!.mend.act as { right: number }).right).toBeCloseTo(0.1, 6);
    expect(outside!.stones).toEqual([4]);
    expect(faults.at(-1)!.stones).toEqual([5]);
    // The step takes the fault away: the stone that is moved by it is far enough off.
    const mended = stones.map((s, k) => (k === 3 ? { ...s, x: s.x + (gap!.mend.act as { right: number }).right } : s));
    const after = found([region(squarePath(60), { loose: true, gap: 0.3, hand: mended })]);
    expect(after.map((f) => f.kind)).not.toContain('gap');
  });

  test('a bridge that is thinner than the template needs, since holes are wider than stones', () => {
    const two = [region(squarePath(60), { loose: true, gap: 0, hand: [hand(60, 60), hand(62.95, 60)] })];
    const [bridge] = found(two);
    expect(bridge!.kind).toBe('bridge');
    expect(bridge!.said).toBe('Nothing of the template is left between two holes; 0.10 mm are needed.');
    expect(found(two, { bridge: 0, sizes: DEFAULT_JOB_STONES.sizes.map((s) => ({ ...s, clearance: 0.1 })) })).toEqual(
      [],
    );
  });

  test('more colours than are allowed: the rarest takes the nearest of the others', () => {
    const regions = [
      region(squarePath(30), {
        colours: ['Harbour blue', 'Signal red'],
        colouring: 'rows',
        hand: [hand(58, 58, { colour: 'Deep teal' })],
      }),
    ];
    const [fault] = found(regions, { mostColours: 2 });
    expect(fault!.kind).toBe('colours');
    expect(fault!.mend.label).toBe('Use Harbour blue for Deep teal');
    expect(fault!.mend.act).toEqual({ does: 'recolour', from: 3, to: 4 });
  });
});
