import { type Job, mosaicSettings, type MarkSettings, type Picture, plainInk } from '@chromatype/core';
import { lettered } from './lettering-path.ts';
import { job, made, marksPass, mm } from './made-jobs.ts';

const RED = plainInk('Kite red', '#e5482d');
const TEAL = plainInk('Sea glass', '#2f8f83');
const NAVY = plainInk('Night blue', '#14233f');
const ARTWORK = plainInk('Artwork', '#1e1b18');

/** Hexagons in six steps of size, dark above and light below. */
function honeycomb(): Job {
  const fade = made('fade', 'gradient', 1600, 2000, { angle: 270 });
  const marks = { shape: 'polygon', sides: 6, lattice: 'hexagonal', sizing: 'width', from: 0.12, to: 0.94, steps: 7 };
  return job(
    'Honeycomb fade',
    160,
    200,
    '#f5ecd7',
    [fade],
    [marksPass('hexagons', 'Hexagons', { picture: fade, ink: TEAL, frequency: mm(6), marks })],
  );
}

/** Rings of 36 hearts that grow outwards from the middle of the sheet. */
function hearts(): Job {
  const glow = made('glow', 'gradient', 1600, 1600, {
    shape: 'radial',
    size: 1.4,
    stops: [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#c8c8c8' },
    ],
  });
  const marks = {
    shape: 'heart',
    lattice: 'spokes',
    spokes: 36,
    innerRadius: 14,
    growing: true,
    turning: 'centre',
    sizing: 'width',
    from: 0.2,
    to: 1,
    atEdge: 'cut',
  };
  return job(
    'Burst of hearts',
    180,
    180,
    '#f7e9dd',
    [glow],
    [marksPass('hearts', 'Hearts', { picture: glow, ink: RED, marks })],
  );
}

/** Triangles that leave no gap, each in the colour of the harbour under it. */
function triangles(harbour: Picture): Job {
  const marks = { shape: 'polygon', sides: 3, lattice: 'triangular', colour: 'cell', from: 1, to: 1, saturation: 1.2 };
  return job(
    'Harbour in triangles',
    210,
    140,
    '#ffffff',
    [harbour],
    [marksPass('triangles', 'Triangles', { picture: harbour, ink: ARTWORK, frequency: mm(5), marks })],
  );
}

/** One letter on 24 × 17 cells, as large as clouds are dark. */
function letterWall(): Job {
  const clouds = made('clouds', 'noise', 2400, 1700, { scale: 0.4, detail: 2, contrast: 2, seed: 7 });
  const marks = {
    shape: 'letters',
    text: 'K',
    font: 'Bricolage Grotesque ExtraBold',
    glyphs: `K\t${lettered('wide', ['K'], 1)}`,
    fit: 'counts',
    across: 24,
    down: 17,
    margin: 6,
    sizing: 'width',
    from: 0.25,
    to: 1.15,
  };
  return job(
    'Wall of letters',
    240,
    170,
    '#f2b632',
    [clouds],
    [marksPass('letters', 'Letters', { picture: clouds, ink: NAVY, marks })],
  );
}

/** The harbour on 49 × 49 cells: squares where it is light, which turn into stars in its shadows. */
function stars(harbour: Picture): Job {
  const marks = {
    shape: 'polygon',
    sides: 4,
    into: 'star',
    intoSides: 8,
    intoInner: 0.62,
    fit: 'counts',
    across: 49,
    down: 49,
    to: 0.95,
  };
  return job(
    'Squares into stars',
    196,
    196,
    '#f5ecd7',
    [harbour],
    [
      marksPass('stars', 'Squares into stars', {
        picture: harbour,
        ink: NAVY,
        marks,
        tone: { meaning: 'even', lights: 0.04 },
      }),
    ],
  );
}

/** Circles through soft lettering, joined into one outline: specks dropped, holes filled. */
function joinedLettering(lettering: Picture): Job {
  const marks = {
    shape: 'circle',
    lattice: 'hexagonal',
    to: 1.15,
    dropBelow: 0.5,
    join: true,
    grow: 0.12,
    bridge: 0.15,
    fillHoles: 'small',
    holesBelow: 0.4,
    dropSpecks: 0.8,
  };
  return job(
    'Lettering from joined circles',
    200,
    100,
    '#f7f0e1',
    [lettering],
    [
      marksPass('circles', 'Joined circles', {
        picture: lettering,
        ink: RED,
        frequency: mm(2),
        marks,
        feed: { part: 'alpha', fit: 'fit' },
        tone: { soften: 1.6 },
      }),
    ],
  );
}

const PIECES: readonly (readonly [string, string, string])[] = [
  ['#1b1a3a', 'Night', 'K-101'],
  ['#2a3f74', 'Deep blue', 'K-104'],
  ['#5a3c55', 'Plum', 'K-112'],
  ['#8a5f60', 'Dusk rose', 'K-115'],
  ['#c98a5a', 'Rope', 'K-120'],
  ['#efb04c', 'Lamp', 'K-124'],
  ['#f7dd9a', 'Sand', 'K-126'],
  ['#e5482d', 'Kite red', 'K-130'],
  ['#2f8f83', 'Sea glass', 'K-140'],
  ['#26221e', 'Tar', 'K-199'],
];

/** A sign of pieces in the colours of a stock list. */
function mosaic(title: string, relief: string, harbour: Picture, own: Partial<MarkSettings>): Job {
  const marks = {
    ...mosaicSettings(relief),
    colour: 'palette',
    palette: PIECES.map(([colour]) => colour),
    names: PIECES.map(([, name, number]) => `${name}\t${number}`).join('\n'),
    saturation: 1.25,
    ...own,
  };
  return job(
    title,
    240,
    160,
    '#2b2723',
    [harbour],
    [marksPass('pieces', 'Pieces', { picture: harbour, ink: ARTWORK, marks })],
    // A proof of a sign that is built by hand: what it prints is looked at, not screened.
    150,
  );
}

/** What Kite Week makes of marks. */
export const marksJobs = (harbour: Picture, lettering: Picture): Job[] => [
  honeycomb(),
  hearts(),
  triangles(harbour),
  letterWall(),
  stars(harbour),
  joinedLettering(lettering),
  mosaic('Harbour sign in studs', 'stud', harbour, { across: 48, down: 32 }),
  mosaic('Harbour sign in pills', 'pill', harbour, { across: 30, down: 40, gap: 0.06, diffuse: true }),
];
