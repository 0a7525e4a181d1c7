import {
  type EdgeSettings,
  type Fill,
  fillOf,
  INK_SETS,
  type Job,
  newMade,
  newPart,
  newStencil,
  NO_EDGES,
  splitPicture,
  type StencilPart,
  withFill,
} from '../src/index.ts';
import { dots, family, jobWith, screen, tone } from './key-jobs.ts';
import { STONES } from './key-stones.ts';

const cutOut = {
  picks: [{ x: 0.1, y: 0.2, colour: '#6080a0' }],
  tolerance: 0.1,
  softness: 0.05,
  joined: false,
  strokes: [{ does: 'lighten', size: 0.3, hardness: 0.5, strength: 1, points: [0.4, 0.3, 1] }],
  marks: [],
  keepsEdges: true,
} as const;

/** A job whose photo has its background cut out. */
const withCutOut = (job: Job): Job => ({
  ...job,
  pictures: job.pictures.map((p) => (p.id === 'photo' ? { ...p, edit: { ...p.edit, cutOut } } : p)),
});

/** A job on a smaller sheet, for plates that take long. */
function smaller(job: Job): Job {
  const { width, height } = job.sheet;
  return { ...job, sheet: { ...job.sheet, width: width / 2, height: height / 2 } };
}

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
/** A gradation over the sheet, which is about 9 × 7 mm. */
const gradedTint = (f: Fill): Partial<Fill> => ({
  ...screen({})(f),
  feed: { ...f.feed, part: 'tint', tint: 0.2, tintTo: 0.9, run: 'linear', fromX: 1, fromY: 1, toX: 8, toY: 5 },
});

const box = { x: 1, y: 1, width: 5, height: 4 };
const stroke = { does: 'paint', size: 1, hardness: 0.5, strength: 1, points: [7, 1, 1, 7, 5, 1] };
const whole = { picture: 'photo', fit: 'fill' };
const DRAWN: readonly StencilPart[] = [
  newPart('a', 'rectangle', { ...box, corner: 0.5 }),
  newPart('b', 'ellipse', { ...box, x: 3 }),
  newPart('c', 'brush', { strokes: [stroke] }),
  { ...newPart('d', 'polygon', { points: [2, 2, 4, 2, 3, 3.5] }), does: 'cut' },
  { ...newPart('e', 'shape', { ...box, x: 2, width: 2, height: 2, shape: 'star' }), does: 'cut' },
];
const SEEN: readonly StencilPart[] = [
  newPart('a', 'tone', { ...whole, from: 0.4, to: 0.8, soft: 0.1 }),
  { ...newPart('b', 'colour', { ...whole, colours: ['#6080a0'], tolerance: 0.2 }), does: 'add' },
];

const EDGES = { ...NO_EDGES, fillHoles: 0.01, dropSpecks: 0.01, smooth: 0.3, grow: 0.1, inset: 0.1, feather: 0.3 };

/** A fill in a stencil of some parts, over a fill of the whole sheet. */
function stencilled(parts: readonly StencilPart[], edges: EdgeSettings): Job {
  const job = jobWith(screen({}));
  const pass = job.passes[0]!;
  const stencil = { ...newStencil('s', 's', parts), edges };
  const over = { ...fillOf(pass), id: 'under', feed: { ...fillOf(pass).feed, part: 'tint' as const, tint: 0.1 } };
  return {
    ...job,
    stencils: [stencil],
    passes: [
      {
        ...pass,
        fills: [
          { ...fillOf(pass), stencil: 's' },
          { ...over, over: 'adds' },
        ],
      },
    ],
  };
}

/** A job with another pass under or over its own. */
function besides(job: Job, place: 'under' | 'over', ink: Partial<Job['passes'][number]['ink']>): Job {
  const [own] = job.passes;
  const fill = { ...fillOf(own!), id: 'other-1', feed: { ...fillOf(own!).feed, from: 'picture' as const } };
  const other = { ...own!, id: 'other', fills: [fill] as const, ink: { ...own!.ink, ...ink } };
  // Beneath lie smooth tones, so that all of the screen over them shows.
  const tones = place === 'under' ? { family: 'smooth' as const, smooth: { takes: 'ink' as const } } : {};
  const angled = withFill(other, {
    screen: { ...fill.screen, ...tones, angle: 30, frequency: { value: 13, per: 'px' } },
  });
  return { ...job, passes: place === 'under' ? [angled, own!] : [own!, angled] };
}

/** Jobs of one small pass each, and the id of the pass. */
export const CASES: readonly (readonly [string, Job, string?])[] = [
  ['round dots, the background cut out', withCutOut(jobWith(dots({ lattice: 'square' })))],
  [
    'soft dots, one tone a cell',
    jobWith(dots({ lattice: 'hexagonal', softness: 0.4 }, { oneTone: true, smallest: 0.1 })),
  ],
  ['dots on spokes', jobWith(dots({ lattice: 'spokes' }))],
  ['dots on a spiral', jobWith(dots({ lattice: 'spiral' }))],
  ['scattered dots', jobWith(dots({ lattice: 'scattered' }, { frequency: { value: 4, per: 'px' } }))],
  ['straight lines', jobWith(family('lines', { kind: 'straight' }))],
  ['waves', jobWith(family('lines', { kind: 'wave' }))],
  ['concentric lines', jobWith(family('lines', { kind: 'concentric' }))],
  ['broken spirals', jobWith(family('lines', { kind: 'spiral', arms: 2, breaks: 0.3, wobble: 0.4 }))],
  ['cross-hatching', jobWith(family('lines', { kind: 'cross-hatch', directions: 4 }))],
  ['diffusion', jobWith(family('grain', { method: 'stucki', noise: 0.3 }))],
  ['levels of a curve', jobWith(family('grain', { method: 'curve', prints: 'levels', levels: 4, size: 2 }))],
  [
    'a palette in blue noise',
    smaller(
      jobWith((f) => ({
        ...family('grain', { method: 'blue-noise', prints: 'palette' })(f),
        feed: { ...f.feed, part: 'colour' },
      })),
    ),
  ],
  ['artwork, the background cut out', withCutOut(smaller(jobWith(family('smooth', { takes: 'picture' }))))],
  ['smooth ink', jobWith(family('smooth', { takes: 'ink' }))],
  [
    'the print so far',
    besides(
      jobWith((f) => ({ ...screen({})(f), feed: { ...f.feed, from: 'print' } })),
      'under',
      {},
    ),
  ],
  ['knocked out by another', besides(jobWith(dots({})), 'over', { meets: 'knockout', trap: 0.3 })],
  ['white noise', jobWith(family('grain', { method: 'white-noise' }))],
  ['a cut-off', jobWith(family('grain', { method: 'cut-off' }))],
  [
    'stars that turn into hearts',
    jobWith(
      family(
        'marks',
        {
          shape: 'star',
          sides: 5,
          into: 'heart',
          lattice: 'hexagonal',
          flip: 'rows',
          toothed: 0.3,
          ragged: 0.3,
          turning: 'tone',
        },
        { frequency: { value: 14, per: 'px' }, angle: 20 },
      ),
    ),
  ],
  [
    'counted letters',
    jobWith(family('marks', { shape: 'letters', fit: 'counts', across: 9, down: 5, stretch: true, turning: 'chance' })),
  ],
  [
    'drops on spokes, whole',
    jobWith(
      family(
        'marks',
        {
          shape: 'drop',
          lattice: 'spokes',
          spokes: 12,
          rings: 4,
          turning: 'centre',
          mirror: 'across',
          atEdge: 'whole',
          sizing: 'width',
          to: 2,
        },
        { frequency: { value: 12, per: 'px' } },
      ),
    ),
  ],
  [
    'pieces of a mosaic, the background cut out',
    withCutOut(
      smaller(
        jobWith((f) => ({
          ...family('marks', {
            shape: 'polygon',
            sides: 4,
            fit: 'counts',
            across: 6,
            down: 3,
            from: 0.5,
            colour: 'palette',
            relief: 'stud',
            ground: 'colour',
            gap: 0.1,
          })(f),
          feed: { ...f.feed, part: 'colour' },
        })),
      ),
    ),
  ],
  [
    'marks in a gradient',
    smaller(jobWith(family('marks', { shape: 'drop', lattice: 'hexagonal', colour: 'gradient' }))),
  ],
  ...STONES,
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
  ['a graded tint', jobWith(gradedTint)],
  ['a drawn stencil and its edges', stencilled(DRAWN, EDGES)],
  ['a stencil of a picture, its background cut out', withCutOut(stencilled(SEEN, NO_EDGES))],
  ['an ink of three', splitJob('promenade-four', false), 'n1'],
  ['a chosen ink', smaller(splitJob('harbour-three', true)), 'n1'],
  ['a base', smaller(splitJob('night-shirt', true)), 'n1'],
];
