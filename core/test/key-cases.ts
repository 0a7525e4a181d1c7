import {
  createJob,
  type Fill,
  filePicture,
  fillOf,
  INK_SETS,
  type Job,
  type Made,
  newMade,
  NO_EDIT,
  type Param,
  type Picture,
  splitPicture,
  withFill,
} from '../src/index.ts';
import { KEPT_SOURCES } from './kept/sources.ts';

const [WIDTH, HEIGHT] = [110, 84];
const COLOUR = 'b'.repeat(64);
const TILE = 'c'.repeat(64);
export const pictures = (hash: string) => KEPT_SOURCES[hash] ?? null;

const cutOut = {
  picks: [{ x: 0.1, y: 0.2, colour: '#6080a0' }],
  tolerance: 0.1,
  softness: 0.05,
  joined: false,
  strokes: [{ does: 'lighten', size: 0.3, hardness: 0.5, strength: 1, points: [0.4, 0.3, 1] }],
  keepsEdges: true,
} as const;

const PICTURES: readonly Picture[] = [
  {
    ...filePicture({ id: 'photo', name: 'photo', hash: COLOUR, width: 300, height: 200 }),
    edit: { ...NO_EDIT, cutOut },
  },
  filePicture({ id: 'tile', name: 'tile', hash: TILE, width: 24, height: 18 }),
];

/** A small sheet with one pass whose fill is changed. */
function jobWith(change: (fill: Fill) => Partial<Fill>, made: Made | null = null): Job {
  const base = createJob('x', 'p');
  const pass = base.passes[0]!;
  const mm = (pixels: number) => (pixels / 300) * 25.4;
  const own: Picture[] = made ? [{ ...PICTURES[0]!, id: 'made', hash: null, made, edit: NO_EDIT }] : [];
  const fill = fillOf(pass);
  const feed = { ...fill.feed, picture: made ? 'made' : 'photo' };
  return {
    ...base,
    sheet: { ...base.sheet, width: mm(WIDTH), height: mm(HEIGHT) },
    pictures: [...PICTURES, ...own],
    passes: [withFill(pass, { feed, ...change({ ...fill, feed }) })],
  };
}

const screen = (part: object) => (f: Fill) =>
  ({ screen: { ...f.screen, frequency: { value: 10, per: 'px' }, angle: 0, ...part } }) as Partial<Fill>;
const dots = (own: object, shared: object = {}) =>
  screen({ dots: { ...createJob('x', 'p').passes[0]!.fills[0].screen.dots, ...own }, ...shared });
const family =
  (name: 'lines' | 'grain' | 'tile', own: object, shared: object = {}) =>
  (f: Fill) =>
    screen({ family: name, [name]: { ...f.screen[name], ...own }, ...shared })(f);
const tone = (part: object) => (f: Fill) => ({ ...screen({})(f), tone: { ...f.tone, ...part } }) as Partial<Fill>;

/** A split job; its separations use small tables, which are made at once. */
function splitJob(name: string, chosen: boolean): Job {
  let n = 0;
  const set = INK_SETS.find((s) => s.name === name)!;
  const { job } = splitPicture(jobWith(screen({})), { set, from: 'p', newId: () => `n${n++}`, chosen });
  return {
    ...job,
    passes: job.passes.filter((p) => p.on),
    separations: job.separations.map((s) => ({
      ...s,
      settings: { ...s.settings, tolerance: 0.2, baseFrom: 0.2 },
      coarse: true,
    })),
  };
}

const HEART = 'M0.1 0.1L0.9 0.2L0.5 0.9Z M0.2 0.15L0.7 0.2L0.5 0.6Z';
const INK_RED = '#c04028';
const RUN = [
  { at: 0, colour: '#103c78' },
  { at: 1, colour: '#f0d8a0' },
];
/** Jobs of one small pass each, and the id of the pass. */
export const CASES: readonly (readonly [string, Job, string?])[] = [
  ['round dots', jobWith(dots({ lattice: 'square' }))],
  [
    'soft dots, one tone a cell',
    jobWith(dots({ lattice: 'hexagonal', softness: 0.4 }, { oneTone: true, smallest: 0.1 })),
  ],
  ['dots on spokes', jobWith(dots({ lattice: 'spokes' }))],
  ['dots on a spiral', jobWith(dots({ lattice: 'spiral' }))],
  ['scattered dots', jobWith(dots({ lattice: 'scattered' }))],
  ['straight lines', jobWith(family('lines', { kind: 'straight' }))],
  ['waves', jobWith(family('lines', { kind: 'wave' }))],
  ['concentric lines', jobWith(family('lines', { kind: 'concentric' }))],
  ['broken spirals', jobWith(family('lines', { kind: 'spiral', arms: 2, breaks: 0.3, wobble: 0.4 }))],
  ['cross-hatching', jobWith(family('lines', { kind: 'cross-hatch', directions: 4 }))],
  ['diffusion', jobWith(family('grain', { method: 'stucki', noise: 0.3 }))],
  ['levels of a curve', jobWith(family('grain', { method: 'curve', prints: 'levels', levels: 4, size: 2 }))],
  [
    'a palette in blue noise',
    jobWith((f) => ({
      ...family('grain', { method: 'blue-noise', prints: 'palette' })(f),
      feed: { ...f.feed, part: 'colour' },
    })),
  ],
  ['white noise', jobWith(family('grain', { method: 'white-noise' }))],
  ['a cut-off', jobWith(family('grain', { method: 'cut-off' }))],
  ['a tile', jobWith(family('tile', { picture: 'tile' }))],
  [
    'work on the light',
    jobWith(
      tone({ soften: 0.6, local: 0.4, localSize: 2, sharpen: 1, sharpenSize: 0.3, contrast: 0.1, meaning: 'even' }),
    ),
  ],
  [
    'blocks, own place, a measured press',
    jobWith((f) => ({
      ...tone({
        blocks: 9,
        gainFrom: 'table',
        gainTable: [
          { x: 0, y: 0 },
          { x: 0.5, y: 0.65 },
          { x: 1, y: 1 },
        ],
      })(f),
      feed: { ...f.feed, fit: 'own', x: 1, y: 1, width: 7, turn: 10 },
    })),
  ],
  [
    'a gradient',
    jobWith(screen({}), {
      ...newMade('gradient'),
      settings: { ...newMade('gradient').settings, stops: RUN, steps: 5 },
    }),
  ],
  [
    'a run from a point',
    jobWith(screen({}), {
      ...newMade('gradient'),
      settings: { ...newMade('gradient').settings, stops: RUN, shape: 'radial' },
    }),
  ],
  ['noise', jobWith(screen({}), newMade('noise'))],
  ['a wedge', jobWith(screen({}), newMade('wedge'))],
  ['a tint', jobWith(screen({}), { kind: 'tint', settings: { colours: [INK_RED] } })],
  [
    'a star',
    jobWith(screen({}), {
      ...newMade('shape'),
      settings: { ...newMade('shape').settings, shape: 'star', line: 0.04, blur: 0.05, colours: [INK_RED] },
    }),
  ],
  [
    'an imported outline',
    jobWith(screen({}), {
      ...newMade('shape'),
      settings: { ...newMade('shape').settings, shape: 'own', path: HEART, colours: [INK_RED] },
    }),
  ],
  [
    'lettering',
    jobWith(screen({}), {
      ...newMade('lettering'),
      settings: { ...newMade('lettering').settings, path: HEART, colours: [INK_RED] },
    }),
  ],
  ['an ink of three', splitJob('promenade-four', false), 'n1'],
  ['a chosen ink', splitJob('harbour-three', true), 'n1'],
  ['a base', splitJob('night-shirt', true), 'n1'],
];

/** Other values of a setting, some of which should show. */
export function others(path: string, param: Param, value: unknown): unknown[] {
  if (path === 'sheet.ppi') return [240];
  if (path === 'sheet.width' || path === 'sheet.height') return [(value as number) + 1];
  if (path === 'sheet.bleed') return [1];
  if (path === 'screen.frequency') return [7, 15];
  if (path === 'screen.per') return ['mm'];
  switch (param.kind) {
    case 'number': {
      const far = param.min + 0.7 * (param.max - param.min);
      const all = [far, (value as number) + param.step * 7, (value as number) - param.step * 7].map((v) =>
        param.whole ? Math.round(v) : v,
      );
      return [...new Set(all)].filter((v) => v !== value && v >= param.min && v <= param.max);
    }
    case 'flag':
      return [!value];
    case 'choice':
      return param.options.map((o) => o.name).filter((name) => name !== value);
    case 'colours':
      return [param.max === 1 ? ['#909090'] : ['#000000', '#808080', '#ffffff']];
    case 'picture':
      return [value === null ? 'tile' : null];
    case 'stops':
      return [
        [
          { at: 0, colour: '#303030' },
          { at: 1, colour: '#909090' },
        ],
      ];
    case 'curve':
      return [
        [
          { x: 0, y: 0 },
          { x: 0.4, y: 0.6 },
          { x: 1, y: 1 },
        ],
      ];
    case 'text':
      return path.endsWith('.path') ? ['M0 0L1 0L1 1Z'] : ['other words'];
  }
}
