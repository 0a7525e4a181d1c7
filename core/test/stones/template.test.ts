import { csvField } from '../../src/outputs/csv-field.ts';
import { dxfCircle, dxfHead, dxfLayer } from '../../src/outputs/dxf.ts';
import { type AllStones, stoneBox } from '../../src/outputs/stones/layouts.ts';
import { orderOf } from '../../src/outputs/stones/order-csv.ts';
import { BETWEEN_SHEETS, layersOf, planTemplate, REGISTER_LAYER, stacked } from '../../src/outputs/stones/template.ts';
import { DEFAULT_JOB_STONES, type JobStones } from '../../src/stones/job-params.ts';
import { growingList, trimmedList } from '../../src/stones/list.ts';
import { random } from '../random.ts';

/** Stones all over 400 × 150 mm, two sizes and two colours of them, as two passes hold them. */
function scattered(job: Partial<JobStones> = {}, count = 600): AllStones {
  const next = random(21);
  const lists = [growingList(), growingList()];
  for (let k = 0; k < count; k++) {
    lists[k % 2]!.push({
      x: 400 * next(),
      y: 150 * next(),
      turn: 0,
      size: k % 3 === 0 ? 2 : 0,
      colour: k % 5 === 0 ? 1 : 0,
      region: 0,
      hand: -1,
    });
  }
  return {
    job: { ...DEFAULT_JOB_STONES, ...job },
    plans: [],
    lists: lists.map((l) => trimmedList(l.list)),
    count,
  };
}

const radius = (job: JobStones, size: number) => (job.sizes[size]!.width + job.sizes[size]!.clearance) / 2;

/** All stones of a design as holes, in mm of it. */
const wanted = ({ lists, job }: AllStones) =>
  lists.flatMap((l) => Array.from({ length: l.count }, (_, k) => [l.x[k]!, l.y[k]!, radius(job, l.size[k]!)] as const));

describe('a template', () => {
  test('of one sheet holds every stone with its clearance, and the margin round all', () => {
    const all = scattered({ cutterWidth: 600, margin: 12 });
    const { sheets } = planTemplate(all);
    expect(sheets).toHaveLength(1);
    const box = stoneBox(all);
    const [sheet] = sheets;
    expect([sheet!.width, sheet!.height]).toEqual([box.right - box.left + 24, box.bottom - box.top + 24]);
    const found = sheet!.holes.map((h) => [h.x + box.left - 12, h.y + box.top - 12, h.r]);
    for (const [k, [x, y, r]] of wanted(all).entries()) {
      expect(found[k]![0]).toBeCloseTo(x, 9);
      expect(found[k]![1]).toBeCloseTo(y, 9);
      expect(found[k]![2]).toBeCloseTo(r, 9);
    }
  });

  test.each([90, 120, 170, 300])(
    'that is split to %i mm holds each hole once and whole, and its sheets meet at their register holes',
    (cutterWidth) => {
      for (const mirrored of [false, true]) {
        const all = scattered({ cutterWidth, mirrored });
        const template = planTemplate(all);
        const { sheets } = template;
        expect(sheets.length).toBeGreaterThan(1);
        const back = (k: number, x: number) => (mirrored ? sheets[k]!.left - x : sheets[k]!.left + x);
        const holes = sheets.flatMap((sheet, k) =>
          sheet.holes.map((h) => ({ k, size: h.size, r: h.r, x: back(k, h.x), y: h.y + sheet.top, on: h.x })),
        );
        for (const { k, on, r } of holes) {
          expect(on - r).toBeGreaterThan(0);
          expect(on + r).toBeLessThan(sheets[k]!.width);
        }
        for (const { width } of sheets) expect(width).toBeLessThanOrEqual(cutterWidth + 1e-9);
        const key = (x: number, y: number, r: number) => `${x.toFixed(6)} ${y.toFixed(6)} ${r.toFixed(6)}`;
        const stones = holes.filter((h) => h.size >= 0).map((h) => key(h.x, h.y, h.r));
        expect(stones.sort()).toEqual(
          wanted(all)
            .map((w) => key(...w))
            .sort(),
        );
        const register = holes.filter((h) => h.size < 0);
        expect(register).toHaveLength(4 * (sheets.length - 1));
        // Each stands in the same place of the design on two neighbouring sheets.
        for (const hole of register) {
          const same = register.filter((o) => Math.hypot(o.x - hole.x, o.y - hole.y) < 1e-6);
          expect(same.map((o) => o.k).sort()).toHaveLength(2);
          expect(Math.abs(same[0]!.k - same[1]!.k)).toBe(1);
          expect(hole.r).toBe(all.job.registerHole / 2);
        }
        // No register hole cuts into one of a stone.
        for (const a of register) {
          for (const b of holes)
            if (b.size >= 0 && b.k === a.k) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(a.r + b.r);
        }
        expect(layersOf(all, template).map((l) => l.name)).toEqual(['SS6', 'SS16', REGISTER_LAYER]);
      }
    },
  );

  test('says that the cutter is too narrow', () => {
    expect(() => planTemplate(scattered({ cutterWidth: 10 }))).toThrow(
      'The cutter is too narrow for the stones; make it wider.',
    );
  });

  test('lies in one drawing sheet below sheet', () => {
    const template = planTemplate(scattered({ cutterWidth: 170 }));
    const { placed, width, height } = stacked(template);
    expect(width).toBe(Math.max(...template.sheets.map((s) => s.width)));
    for (const [k, { sheet, y }] of placed.entries())
      expect((placed[k + 1]?.y ?? height + BETWEEN_SHEETS) - y - sheet.height).toBeCloseTo(BETWEEN_SHEETS, 9);
  });

  test('of turned squares has corners as they lie, and mirrored ones the other way round', () => {
    const sizes = DEFAULT_JOB_STONES.sizes.map((s) => ({ ...s, shape: 'square' as const, width: 4, height: 2 }));
    const one = (mirrored: boolean) => {
      const list = growingList();
      list.push({ x: 50, y: 50, turn: 30, size: 0, colour: 0, region: 0, hand: -1 });
      const all = {
        job: { ...DEFAULT_JOB_STONES, sizes, mirrored },
        plans: [],
        lists: [trimmedList(list.list)],
        count: 1,
      };
      return planTemplate(all).sheets[0]!.holes[0]!;
    };
    const long = ({ corners, x, y }: ReturnType<typeof one>) => {
      // The direction of the longer side, y downwards.
      const side = [0, 2].map((k) => [corners![k + 2]! - corners![k]!, corners![k + 3]! - corners![k + 1]!] as const);
      const [dx, dy] = side.sort((a, b) => Math.hypot(...b) - Math.hypot(...a))[0]!;
      const middle = [0, 1].map((c) => (corners![c]! + corners![c + 2]! + corners![c + 4]! + corners![c + 6]!) / 4);
      expect(middle[0]).toBeCloseTo(x, 9);
      expect(middle[1]).toBeCloseTo(y, 9);
      return [Math.hypot(dx, dy), ((Math.atan2(-dy, dx) * 180) / Math.PI + 360) % 180] as const;
    };
    const { clearance } = sizes[0]!;
    expect(long(one(false))[0]).toBeCloseTo(4 + clearance, 9);
    expect(long(one(false))[1]).toBeCloseTo(30, 6);
    expect(long(one(true))[1]).toBeCloseTo(150, 6);
  });
});

test('an order adds up the stones of all passes and buys whole bags', () => {
  const sizes = DEFAULT_JOB_STONES.sizes.map((s) => ({ ...s, bag: 100, price: 2.5 }));
  const all = scattered({ sizes, spare: 0.1 });
  const lines = orderOf(all);
  expect(lines.map((l) => [l.size.name, l.colour.name])).toEqual([
    ['SS6', all.job.colours[0]!.name],
    ['SS6', all.job.colours[1]!.name],
    ['SS16', all.job.colours[0]!.name],
    ['SS16', all.job.colours[1]!.name],
  ]);
  // Of 600 a third is large and a fifth has the second colour, evenly over both.
  expect(lines.map((l) => l.pieces)).toEqual([320, 80, 160, 40]);
  expect(lines.map((l) => l.bought)).toEqual([352, 88, 176, 44]);
  expect(lines.map((l) => l.bags)).toEqual([4, 1, 2, 1]);
  expect(lines.map((l) => l.cost)).toEqual([10, 2.5, 5, 2.5]);
});

test('fields of tables are quoted where RFC 4180 wants it', () => {
  expect(['plain', 'a,b', 'say "x"', 'two\nlines', ''].map(csvField)).toEqual([
    'plain',
    '"a,b"',
    '"say ""x"""',
    '"two\nlines"',
    '',
  ]);
});

test('names of layers in DXF are those of release 12, and no two alike', () => {
  const names = ['SS6', 'ss6', 'Größe 7 / extra', '', 'x'.repeat(60)].map(dxfLayer);
  for (const name of names) expect(name).toMatch(/^[A-Z0-9-]{1,31}$/);
  expect(new Set(names).size).toBe(names.length);
  expect(dxfCircle('1-SS6', 1.5, 2, 1.4).trim().split('\n')).toEqual([
    '0',
    'CIRCLE',
    '8',
    '1-SS6',
    '10',
    '1.5',
    '20',
    '2',
    '40',
    '1.4',
  ]);
  const head = dxfHead({ left: 0, bottom: 0, right: 30, top: 20 }, ['1-A', '2-B']);
  expect(head.match(/\nLAYER\n/g)).toHaveLength(3);
  expect(head).toContain('AC1009');
});
