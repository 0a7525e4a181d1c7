import { type BendHandle, BEND_KINDS, bendFault, bendKind, newBend, readyBends } from '../../src/bend/index.ts';
import { normalsOf } from '../../src/settings/params.ts';
import { bend, mapsOf, SHEET, TRIMMED } from './bends.ts';

const mm = (value: number) => value * 10 + 30;
const at = (handles: readonly BendHandle[], id: string): BendHandle => handles.find((h) => h.id === id)!;

/** Drags a handle of a bend by some mm and gives the settings after that. */
function afterDrag(kind: string, settings: Readonly<Record<string, unknown>>, id: string, dx: number, dy: number) {
  const { handles, dragged } = bendKind(kind);
  const from = at(handles(settings, TRIMMED), id);
  return { ...settings, ...dragged(settings, id, { x: from.x + dx, y: from.y + dy }, TRIMMED) };
}

/** Handles that only move along a line or about a point, which a hand need not keep to. */
const KEPT_TO_A_LINE = new Set([
  'wave crest',
  'wave foot',
  'banner crest',
  'fan end',
  'bow top',
  'swirl reach',
  'swirl turn',
  'bulge reach',
  'bulge amount',
  'ripple reach',
  'slant sideways',
  'slant upwards',
]);

describe.each(BEND_KINDS.map((k) => [k.name, k] as const))('handles of %s', (name, kind) => {
  const { settings } = newBend(name, TRIMMED);
  const handles = kind.handles(settings, TRIMMED);

  test('have names of their own, and lines lead to handles that are there', () => {
    const ids = handles.map((h) => h.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { from = [] } of handles) expect(ids).toEqual(expect.arrayContaining([from].flat()));
    for (const { x, y, label } of handles)
      expect([Number.isFinite(x), Number.isFinite(y), label !== '']).toEqual([true, true, true]);
  });

  test('are drawn for bare settings too, as a job may hold them', () => {
    for (const { x, y } of kind.handles(normalsOf(kind.params), TRIMMED)) {
      expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
    }
  });
});

test.each(
  BEND_KINDS.flatMap(({ name, handles }) =>
    handles(newBend(name, TRIMMED).settings, TRIMMED)
      .filter(({ fixed }) => !fixed)
      .map(({ id }) => [name, id] as const),
  ),
)('%s: the handle %s comes along with the hand, and stays once it is let go', (name, id) => {
  const { settings } = newBend(name, TRIMMED);
  const { handles, dragged } = bendKind(name);
  const moved = afterDrag(name, settings, id, 3, -2);
  expect(moved).not.toEqual(settings);
  const own = at(handles(moved, TRIMMED), id);
  const before = at(handles(settings, TRIMMED), id);
  if (!KEPT_TO_A_LINE.has(`${name} ${id}`)) {
    expect([own.x - before.x, own.y - before.y]).toEqual([expect.closeTo(3, 6), expect.closeTo(-2, 6)]);
  }
  const still = { ...moved, ...dragged(moved, id, own, TRIMMED) };
  const again = at(handles(still, TRIMMED), id);
  expect([again.x, again.y]).toEqual([expect.closeTo(own.x, 4), expect.closeTo(own.y, 4)]);
});

describe('a handle lies on what it names', () => {
  test('the crest of a wave', () => {
    const own = bend('wave', { length: 30, height: 4, phase: 40, direction: 25 });
    const { handles } = bendKind('wave');
    const [foot, crest] = [at(handles(own.settings, TRIMMED), 'foot'), at(handles(own.settings, TRIMMED), 'crest')];
    const there = mapsOf(own).forth(mm(foot.x), mm(foot.y));
    expect([there.x, there.y]).toEqual([expect.closeTo(mm(crest.x), 6), expect.closeTo(mm(crest.y), 6)]);
  });

  test('the top of a bow, the end of the row of a fan, the middle of a swirl', () => {
    const bow = bend('bow', { direction: 20 });
    const top = at(bendKind('bow').handles(bow.settings, TRIMMED), 'top');
    const middle = at(bendKind('bow').handles(bow.settings, TRIMMED), 'middle');
    const risen = mapsOf(bow).forth(mm(middle.x), mm(middle.y));
    expect([risen.x, risen.y]).toEqual([expect.closeTo(mm(top.x), 6), expect.closeTo(mm(top.y), 6)]);
    const fan = bend('fan', { x: 50, y: 40, length: 80, spread: 50, direction: 0 });
    const end = at(bendKind('fan').handles(fan.settings, TRIMMED), 'end');
    const there = mapsOf(fan).forth(mm(90), mm(40));
    expect([there.x, there.y]).toEqual([expect.closeTo(mm(end.x), 6), expect.closeTo(mm(end.y), 6)]);
  });

  test('a hand that goes round the centre of a swirl twice turns it by two turns', () => {
    let { settings } = bend('swirl', { x: 50, y: 40, reach: 30, turn: 0 });
    for (let k = 1; k <= 72; k++) {
      const angle = (k * 10 * Math.PI) / 180;
      const to = { x: 50 + 15 * Math.cos(angle), y: 40 - 15 * Math.sin(angle) };
      settings = { ...settings, ...bendKind('swirl').dragged(settings, 'turn', to, TRIMMED) };
    }
    expect(settings.turn).toBeCloseTo(720, 6);
  });
});

describe('what is wrong is said in one sentence', () => {
  test.each([
    bend('wave', { length: 0 }),
    bend('banner', { length: 0 }),
    bend('fan', { length: 0 }),
    bend('bow', { length: 0 }),
    bend('swirl', { reach: 0 }),
    bend('bulge', { reach: 0 }),
    bend('ripple', { reach: 0 }),
    bend('ripple', { length: 0 }),
    bend('ripple', { height: 10, length: 12 }),
    bend('slant', { sideways: 60, upwards: 30 }),
    bend('perspective', { corners: [0, 0, 100, 0, 20, 20, 0, 80] }),
    bend('light', { source: 'picture' }),
    bend('light', { source: 'pass' }),
  ])('$kind', (own) => {
    const fault = bendFault(own, SHEET);
    expect(fault).toMatch(/^[A-Z][^.]+\.$/);
    expect(bendFault({ ...own, on: false }, SHEET)).toBeNull();
  });

  test('nothing is said of bends that are well', () => {
    for (const kind of BEND_KINDS) expect(bendFault(newBend(kind.name, TRIMMED), SHEET)).toBeNull();
  });

  test('a bend far beyond the sheet moves nothing that prints, and stays defined', () => {
    const { lattice } = readyBends([bend('swirl', { x: 4000, y: -4000, reach: 50 })], SHEET);
    const out = { x: 0, y: 0 };
    lattice!.back(530, 430, out);
    expect(out).toEqual({ x: 530, y: 430 });
  });
});
