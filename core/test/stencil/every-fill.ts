import {
  DEFAULT_SHEET,
  createFill,
  createJob,
  createPass,
  type EdgeSettings,
  type Fill,
  type Job,
  MADE_TILES,
  NO_EDGES,
  newPart,
  newStencil,
  type Pass,
  type Picture,
  plainStock,
  type Screen,
  type Stencil,
  type StencilPart,
} from '../../src/index.ts';

/* One job with every kind of stencil, edge, tint, tile and wear, each in a cell of its own: what is true of all of them is tried on it. */

const SHEET = { ...DEFAULT_SHEET, width: 84, height: 63, bleed: 0, ppi: 254, stock: plainStock('White', '#ffffff') };
const ACROSS = 7;
const SIDE = 12;

/** The box of a cell in mm, a margin inside it. */
const cell = (k: number) => ({
  x: (k % ACROSS) * SIDE + 1,
  y: Math.floor(k / ACROSS) * SIDE + 1,
  width: SIDE - 2,
  height: SIDE - 2,
});

const HEART = 'M0.1 0.1L0.9 0.2L0.5 0.9Z M0.3 0.25L0.7 0.3L0.5 0.6Z';
const STROKE = { does: 'paint', size: 2.4, hardness: 0.3, strength: 1 } as const;
const mark = (does: 'subject' | 'behind', ...points: number[]) => ({
  does,
  size: 0.03,
  hardness: 1,
  strength: 1,
  points,
});

/** A part of each kind, as it lies in the k-th cell. */
function partOf(kind: string, k: number, picture: string): StencilPart {
  const { x, y, width, height } = cell(k);
  const box = { x, y, width, height };
  const place = { picture, fit: 'own', x, y, width };
  const corners = [x, y, x + width, y + 3, x + 4, y + height];
  const settings: Readonly<Record<string, object>> = {
    rectangle: { ...box, corner: 2, turn: 10 },
    ellipse: { ...box, turn: 20 },
    polygon: { points: corners, curved: true },
    pen: { nodes: [x, y, 0, 0, 4, 0, x + width, y + 5, 0, -3, 0, 3, x + 2, y + height, 3, 0, -3, 0] },
    brush: { strokes: [{ ...STROKE, points: [x + 2, y + 2, 1, x + 8, y + 5, 0.6, x + 3, y + 8, 1] }] },
    flood: { ...place, seeds: [0.1, 0.1, 0.9, 0.9], tolerance: 0.2, gap: 2, reach: 1 },
    subject: {
      ...place,
      marks: [mark('subject', 0.4, 0.3, 1, 0.5, 0.4, 1), mark('behind', 0.02, 0.02, 1, 0.98, 0.02, 1)],
    },
    shape: { ...box, shape: 'star' },
    lettering: { ...box, path: HEART },
    tone: { ...place, from: 0.4, to: 0.8, soft: 0.1 },
    colour: { ...place, colours: ['#6080a0', '#c08060'], tolerance: 0.12, soft: 0.1 },
    alpha: place,
    burst: { ...box, points: 9 },
    rays: { ...box, rays: 7, turn: 10 },
    panels: { ...box, gutter: 1, slant: 0.3 },
    speech: { ...box, height: 7, tipY: 1.3 },
    cloud: { ...box, bumps: 7 },
    torn: { ...box, depth: 1.5, length: 4 },
    repeated: { picture, x, y, width: 4.3, turn: 20 },
    stencil: { stencil: 'edge-0' },
    plate: { pass: 'tiles' },
  };
  return newPart('a', kind, settings[kind] as Readonly<Record<string, unknown>>);
}

/** Kinds that may lie beyond their cell are held inside it. */
const HELD = ['plate', 'stencil', 'tone', 'colour', 'alpha', 'flood', 'subject', 'repeated'];

const inCell = (k: number): StencilPart => ({ ...newPart('z', 'rectangle', cell(k)), does: 'keep' });

/** Every kind of part by its name. */
export const EVERY_PART = [
  'rectangle',
  'ellipse',
  'polygon',
  'pen',
  'brush',
  'flood',
  'subject',
  'shape',
  'lettering',
  'tone',
  'colour',
  'alpha',
  'stencil',
  'plate',
  'burst',
  'rays',
  'panels',
  'speech',
  'cloud',
  'torn',
  'repeated',
] as const;

const EVERY_EDGE: readonly Partial<EdgeSettings>[] = [
  { fillHoles: 4 },
  { dropSpecks: 3 },
  { smooth: 0.8 },
  { grow: 0.7 },
  { grow: -0.7 },
  { inset: 1.1 },
  { band: 0.9 },
  { feather: 2 },
  { invert: true },
  { fillHoles: 1, smooth: 0.5, grow: 0.3, band: 1.2, feather: 0.7 },
];

/** A blob with a hole, a crumb beside it, and a ragged side. */
function blob(k: number): StencilPart[] {
  const { x, y } = cell(k);
  return [
    newPart('a', 'ellipse', { x: x + 1, y: y + 1, width: 6, height: 8 }),
    { ...newPart('b', 'rectangle', { x: x + 3, y: y + 4, width: 1.5, height: 1.5 }), does: 'cut' },
    newPart('c', 'rectangle', { x: x + 8, y: y + 1, width: 1, height: 1 }),
    newPart('d', 'polygon', { points: [x + 4, y + 3, x + 9, y + 5, x + 5, y + 5.4, x + 9, y + 8, x + 4, y + 7] }),
  ];
}

const tint = (id: string, stencil: string, change: Partial<Fill> = {}, screen: Partial<Screen> = {}): Fill => {
  const made = createFill(id, null);
  const base: Fill = { ...made, stencil, feed: { ...made.feed, part: 'tint', tint: 0.4 }, ...change };
  return { ...base, screen: { ...base.screen, frequency: { value: 30, per: 'lpi' }, ...screen } };
};

const passOf = (id: string, fills: readonly Fill[]): Pass => ({
  ...createPass(id, 0, null),
  name: id,
  fills: fills as unknown as Pass['fills'],
});

/**
 * A job with every kind of part, edge, tile, wear, gradation and way of lying over others. `tiled`: which tiles of the shelf
 * are there, by their place in it; each takes half a second to compile.
 */
export function everyFillJob(picture: Picture, tiled: (place: number) => boolean = () => true): Job {
  const stencils: Stencil[] = [];
  const lay = (id: string, parts: readonly StencilPart[], edges: Partial<EdgeSettings> = {}): string => {
    stencils.push({ ...newStencil(id, id, parts), edges: { ...NO_EDGES, ...edges } });
    return id;
  };
  const boxes = Array.from({ length: 35 }, (_, k) => lay(`cell-${k}`, [newPart('a', 'rectangle', cell(k))]));

  const edges = EVERY_EDGE.map((edge, k) => {
    const parts = edge.invert ? [...blob(k), inCell(k)] : blob(k);
    return tint(`edge-${k}`, lay(`edge-${k}`, parts, edge), {}, { angle: 15 });
  });
  const parts = EVERY_PART.map((kind, k) => {
    const own = kind === 'stencil' ? 0 : k;
    const list = [partOf(kind, k, picture.id), ...(HELD.includes(kind) ? [inCell(own)] : [])];
    return tint(`part-${kind}`, lay(`part-${kind}`, list));
  });
  const { tile, grain, lines } = createFill('x', null).screen;
  const tiles = MADE_TILES.flatMap(({ name }, k) => {
    const screen = { family: 'tile', tile: { ...tile, made: name }, seed: k } as const;
    return tiled(k) ? [tint(`tile-${name}`, boxes[k]!, {}, screen)] : [];
  });

  const feed = (k: number, change: object) => {
    const { x, y, width, height } = cell(k);
    const line = { fromX: x, fromY: y, toX: x + width, toY: y + height };
    return { ...createFill('x', null).feed, part: 'tint', tint: 0.1, tintTo: 0.9, ...line, ...change } as Fill['feed'];
  };
  const under = boxes.slice(0, 14).map((box, k) => tint(`under-${k}`, box, {}, { angle: k % 2 ? 45 : 0 }));
  const over = (['replaces', 'adds', 'darkens', 'lightens', 'scrapes'] as const).map((way, k) =>
    tint(`over-${way}`, lay(`over-${way}`, [partOf('brush', k, picture.id)]), { over: way }),
  );
  const graded = [
    tint('linear', boxes[14]!, { feed: feed(14, { run: 'linear' }) }),
    tint('round', boxes[15]!, { feed: feed(15, { run: 'radial', ends: true, tint: 0, tintTo: 1 }) }),
    tint('lines', boxes[16]!, { feed: feed(16, { run: 'linear' }) }, { family: 'lines', lines }),
    tint('diffusion', boxes[17]!, {}, { family: 'grain', grain: { ...grain, method: 'floyd-steinberg' } }),
    tint('blue-noise', boxes[18]!, {}, { family: 'grain', grain: { ...grain, method: 'blue-noise' } }),
    tint(
      'through-lines',
      lay('through-lines', [partOf('brush', 8, picture.id)]),
      { over: 'scrapes' },
      {
        family: 'lines',
        frequency: { value: 24, per: 'lpi' },
        lines,
      },
    ),
  ];
  const wear = (k: number) => ({ chips: 0, scratches: 0, starved: 0, size: 0.5, seed: k }) as Fill['wear'];
  const worn = [
    tint('chips', boxes[0]!, { wear: { ...wear(1), chips: 0.6 } }),
    tint('scratches', boxes[1]!, { wear: { ...wear(2), scratches: 0.6 } }, { family: 'lines', lines }),
    tint(
      'starved',
      boxes[2]!,
      { wear: { ...wear(3), starved: 0.6 } },
      { family: 'tile', tile: { ...tile, made: 'ripples' } },
    ),
    tint(
      'all',
      boxes[3]!,
      { wear: { ...wear(4), chips: 0.3, scratches: 0.3, starved: 0.3 } },
      { family: 'grain', grain },
    ),
  ];
  const values = [
    tint(
      'levels',
      boxes[0]!,
      { wear: { ...wear(5), chips: 0.4 } },
      {
        family: 'grain',
        grain: { ...grain, method: 'bayer-8', prints: 'levels', levels: 4 },
      },
    ),
    tint('bits', boxes[1]!),
    tint(
      'palette',
      boxes[2]!,
      { wear: { ...wear(6), starved: 0.5 } },
      {
        family: 'grain',
        grain: { ...grain, method: 'blue-noise', prints: 'palette', palette: ['#d8432f', '#ffffff', '#123456'] },
      },
    ),
  ];
  return {
    ...createJob('Every fill', 'x'),
    sheet: SHEET,
    pictures: [picture],
    stencils,
    passes: [
      passOf('tiles', tiles),
      passOf('parts', parts),
      passOf('edges', edges),
      passOf('over', [...under, ...over, ...graded]),
      passOf('wear', worn),
      passOf('values', values),
    ],
  };
}
