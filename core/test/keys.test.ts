import { createHash } from 'node:crypto';
import {
  type CompiledScreen,
  countCache,
  FAMILIES,
  fillOf,
  type Job,
  NO_CACHES,
  type Pass,
  packRows,
  planPass,
  plateKey,
  type PrintCaches,
  remember,
  SETTINGS,
  TINT_PARAMS,
  type Station,
  sheetPixels,
  type ToneTables,
} from '../src/index.ts';
import { CASES } from './key-cases.ts';
import { pictures } from './key-jobs.ts';
import { others } from './other-values.ts';
import { kernels } from './plates.ts';

/** Settings whose other values have a key of their own although the plate is the same: where, and why. */
const LISTED: readonly { readonly path: RegExp; readonly cases: RegExp; readonly why: string }[] = [
  {
    path: /^tone\.saturation$/,
    cases: /./,
    why: 'The luminance mix is grey already; saturation moves only its rounding.',
  },
  { path: /^tone\.gainFrom$/, cases: /./, why: 'The gain table of a new job is a straight line.' },
  { path: /^tone\.mix[RGB]$/, cases: /^(noise|a wedge)$/, why: 'A grey picture is the same in every mix.' },
  {
    path: /^screen\.solidFrom$/,
    cases: /^(a cut-off|a base|blocks)/,
    why: 'What the limit closes is solid without it.',
  },
  {
    path: /^made\.gradient\.centreY$/,
    cases: /^a gradient$/,
    why: 'A straight run at 0° is the same all the way down.',
  },
  {
    path: /^crop\./,
    cases: /^(a tint|an imported outline)$/,
    why: 'A crop changes only the proportions of a made picture.',
  },
  {
    path: /^stencil\.(fillHoles|dropSpecks)$/,
    cases: /^a drawn stencil/,
    why: 'Its holes and pieces are all smaller or larger than both sizes.',
  },
  {
    path: /^screen\.solidFrom$/,
    cases: /^pieces of/,
    why: 'The mean of no piece is so dark.',
  },
  {
    path: /^marks\.atEdge$/,
    cases: /^pieces of/,
    why: 'Pieces that fill their cells lie inside the sheet.',
  },
  {
    path: /^marks\.join$/,
    cases: /^drops on spokes/,
    why: 'Marks that neither grow nor overlap are the same when they are joined.',
  },
  {
    path: /^stones\.fillMiddle$/,
    cases: /^stones inward$/,
    why: 'The last rows of an even sheet leave no room for a stone.',
  },
  {
    path: /^tone\.sharpen$/,
    cases: /^sizes of stones/,
    why: 'Edges that are sharper than a stone is wide do not change its mean tone by a size.',
  },
  {
    path: /^feed\.turn$/,
    cases: /^a tint$/,
    why: 'A tint is one even tone.',
  },
];
const listed = (path: string, name: string) => LISTED.find((l) => l.path.test(path) && l.cases.test(name));

const passOf = (job: Job, id: string): Pass => job.passes.find((p) => p.id === id)!;

const screens = countCache<CompiledScreen>(100);
const tables = countCache<ToneTables>(20);
/** Compiled screens and tone tables by their keys, for changes at another station. */
const caches = (station: Station | null): PrintCaches => ({
  ...NO_CACHES,
  ...(station === 'Screen' || station === 'Sheet' ? {} : { screen: (key, make) => remember(screens, key, make) }),
  ...(station === 'Tone' || station === 'Picture' ? {} : { tables: (key, make) => remember(tables, key, make) }),
});

/** A plate's hash. What belongs to the station of a changed setting is made anew, whatever its key says. */
function plateOf(job: Job, id: string, station: Station | null = null): string {
  const plan = planPass({ kernels, pictures, caches: caches(station) }, job, passOf(job, id));
  const { width, height } = sheetPixels(job.sheet);
  const { data } = plan.plate.read({ x: 0, y: 0, width, height, step: 1 });
  plan.release();
  return `${width} ${createHash('sha256').update(data).digest('hex')}`;
}

const TINTS = Object.keys(TINT_PARAMS).map((name) => `feed.${name}`);

/** Settings of what is shown and laid out: no plate depends on them. */
const NO_PLATE = new Set(['press', 'plates', 'share', 'layout', 'ground', 'finish', 'stock', 'colouring']);

/** Whether a setting belongs to another family or to no plate: one other value of it will do. */
const isIdle = (job: Job, id: string, path: string): boolean => {
  const name = path.split('.')[0];
  if (NO_PLATE.has(name!)) return true;
  // How an ink meets others is part of a plate only where another one lies beneath or on top of it.
  if (path === 'ink.meets' && job.passes.length === 1) return true;
  if (TINTS.includes(path)) return fillOf(passOf(job, id)).feed.part !== 'tint';
  return FAMILIES.some((f) => f.name === name) && fillOf(passOf(job, id)).screen.family !== name;
};

/** The first case of each family, which alone tries the settings of the others. */
const FIRST = FAMILIES.map(({ name }) => CASES.find(([, { passes }]) => fillOf(passes[0]!).screen.family === name)![0]);

/** Made pictures try what is read of them; tone and screen are tried by the cases with a photo. */
const triedIn = (
  name: string,
  job: Job,
  id: string,
  { path, station }: { path: string; station: Station },
): boolean => {
  if (isIdle(job, id, path)) return FIRST.includes(name);
  return (
    job.pictures.every((p) => !p.made) ||
    station === 'Picture' ||
    station === 'Sheet' ||
    path.startsWith('tone.mix') ||
    station === 'Stencil'
  );
};

const used = new Set<unknown>();

describe.each(CASES)('%s', (name, job, id = 'p') => {
  let key = '';
  let plate = '';
  beforeAll(() => {
    key = plateKey(job, passOf(job, id));
    plate = plateOf(job, id);
  });

  test('has a plate that is neither bare nor solid, under the same key in every job', () => {
    const bytes = packRows(kernels, job, passOf(job, id), pictures);
    expect(new Set(bytes).size).toBeGreaterThan(1);
    expect(planPass({ kernels, pictures }, job, passOf(job, id)).plate.key).toBe(key);
    const copy = JSON.parse(JSON.stringify(job)) as Job;
    expect(plateKey({ ...copy, title: 'Other' }, passOf(copy, id))).toBe(key);
  });

  test('its key changes with a setting if and only if its plate does', () => {
    const wrong: string[] = [];
    for (const setting of SETTINGS) {
      const value = setting.get(job, id);
      if (value === undefined || !triedIn(name, job, id, setting)) continue;
      let shows = false;
      let renamed = false;
      const values = others(setting.path, setting.param, value);
      const idle = isIdle(job, id, setting.path);
      for (const other of idle ? values.slice(0, 1) : values) {
        if (shows && renamed) break;
        try {
          const changed = setting.set(job, id, other) as Job;
          const sameKey = plateKey(changed, passOf(changed, id)) === key;
          const samePlate = plateOf(changed, id, idle ? null : setting.station) === plate;
          if (!samePlate && sameKey)
            wrong.push(`${setting.path} = ${JSON.stringify(other)}: another plate under the same key`);
          shows ||= !samePlate;
          renamed ||= !sameKey;
        } catch (error) {
          if (!(error instanceof RangeError)) throw error;
        }
      }
      if (!renamed || shows) continue;
      const reason = listed(setting.path, name);
      if (reason) used.add(reason);
      else wrong.push(`${setting.path}: another key, but never another plate`);
    }
    expect(wrong).toEqual([]);
  });
});

test('every reason on the list is in use', () => {
  expect(LISTED.filter((l) => !used.has(l))).toEqual([]);
});
