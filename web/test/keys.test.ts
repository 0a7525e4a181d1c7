import { KEY_GROUPS } from '../src/help/keys.ts';
import { takesSpace } from '../src/ui/is-typing.ts';
import { sameBy } from '../src/ui/same-by.ts';

const actions = KEY_GROUPS.flatMap((group) => group.actions);

describe('keys', () => {
  test('each action is told once, in a phrase of its own', () => {
    expect(new Set(actions.map((a) => a.what)).size).toBe(actions.length);
    for (const action of actions) {
      expect(action.keys.length).toBeGreaterThan(0);
      expect(action.what).toMatch(/^[A-Z]/);
    }
  });

  test('bare letters only look; no key removes anything but what was chosen on the sheet, which Delete does', () => {
    const bare = KEY_GROUPS.filter((g) => g.title !== 'Looking')
      .flatMap((g) => g.actions.flatMap((a) => a.keys))
      .filter((key) => /^[a-z]$/i.test(key));
    expect(bare).toEqual([]);
    expect(actions.filter((a) => /remove|delete/i.test(a.what))).toEqual([
      { keys: ['Delete'], what: 'Delete the chosen stones' },
    ]);
  });

  test('the keys of one group do not clash', () => {
    for (const group of KEY_GROUPS) {
      const keys = group.actions.flatMap((a) => a.keys);
      expect(new Set(keys).size).toBe(keys.length);
    }
  });

  test('what is no element takes no keys', () => {
    Object.assign(globalThis, { Element: class {} });
    expect(takesSpace(null)).toBe(false);
  });
});

test('parts are drawn anew only for other values, or for more of them', () => {
  const same = sameBy(({ list }: { list: readonly unknown[] }) => list);
  const one = {};
  expect(same({ list: [1, one] }, { list: [1, one] })).toBe(true);
  expect(same({ list: [1, one] }, { list: [1, {}] })).toBe(false);
  expect(same({ list: [1] }, { list: [1, 2] })).toBe(false);
});
