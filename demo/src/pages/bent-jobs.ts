import {
  type Bend,
  createPass,
  type Fill,
  fillOf,
  type Ink,
  type Job,
  newBend,
  type Pass,
  type Picture,
  plainInk,
  type Push,
  type Screen,
  type Stroke,
  withFill,
} from '@chromatype/core';
import { job, made, marksPass, mm } from './made-jobs.ts';

const RED = plainInk('Kite red', '#e5482d');
const TEAL = plainInk('Sea glass', '#2f8f83');
const NAVY = plainInk('Night blue', '#14233f');
const AMBER = plainInk('Lamp amber', '#f2a93b');

interface Sheet {
  readonly width: number;
  readonly height: number;
}

/** A bend with some settings of its own. */
function bend(sheet: Sheet, kind: string, settings: object, what: Bend['what'] = 'lattice'): Bend {
  const own = newBend(kind, sheet, what);
  return { ...own, settings: { ...own.settings, ...settings } };
}

interface LinesParts {
  readonly picture: Picture;
  readonly ink: Ink;
  readonly lpi: number;
  readonly angle?: number;
  readonly lines?: Partial<Screen['lines']>;
  readonly feed?: Partial<Fill['feed']>;
  readonly tone?: Partial<Fill['tone']>;
  readonly bend?: readonly Bend[];
}

/** A pass of lines. */
function linesPass(id: string, name: string, parts: LinesParts): Pass {
  const { picture, ink, lpi, angle = 0, lines, feed, tone, bend: bends = [] } = parts;
  const pass = createPass(id, 0, picture.id);
  const fill = fillOf(pass);
  return {
    ...withFill(pass, {
      feed: { ...fill.feed, ...feed },
      tone: { ...fill.tone, meaning: 'even', ...tone },
      screen: {
        ...fill.screen,
        family: 'lines',
        frequency: { per: 'lpi', value: lpi },
        angle,
        lines: { ...fill.screen.lines, ...lines },
      },
      bend: bends,
    }),
    name,
    ink,
  };
}

const withBends = (pass: Pass, bends: readonly Bend[], bending: Partial<Fill['bending']> = {}): Pass =>
  withFill(pass, { bend: bends, bending: { ...fillOf(pass).bending, ...bending } });

/** A stroke of the push brush along some places: x, y in mm by turns. */
const pushed = (does: Push, size: number, places: readonly number[]): Stroke<Push> => ({
  does,
  size,
  hardness: 0.1,
  strength: 0.8,
  points: Array.from({ length: places.length / 2 }, (_, k) => [places[2 * k]!, places[2 * k + 1]!, 1]).flat(),
});

/** A soft drop through thin lines, waved by hand row by row, whose mirror images make a cloth without a seam. */
function wavedCloth(): Job {
  const sheet = { width: 90, height: 90 };
  const drop = made('drop', 'gradient', 1200, 1200, {
    shape: 'radial',
    size: 1.1,
    stops: [
      { at: 0, colour: '#101010' },
      { at: 0.55, colour: '#8c8c8c' },
      { at: 1, colour: '#f4f4f4' },
    ],
  });
  const strokes = [
    pushed('rows', 26, [40, 14, 52, 14]),
    pushed('rows', 30, [52, 38, 36, 38]),
    pushed('rows', 28, [38, 60, 51, 60]),
    pushed('rows', 24, [50, 79, 41, 79]),
  ];
  const cloth = linesPass('lines', 'Waved lines', {
    picture: drop,
    ink: NAVY,
    lpi: 20,
    angle: 90,
    tone: { lights: 0.06 },
    bend: [bend(sheet, 'push', { strokes })],
  });
  const design = job('Cloth waved by hand', sheet.width, sheet.height, '#f5ecd7', [drop], [cloth]);
  return { ...design, repeat: { ...design.repeat, seam: 'mirror' } };
}

/** The harbour in lines that swirl about the sun while the picture stays still. */
function swirl(harbour: Picture): Job {
  const sheet = { width: 210, height: 140 };
  const lines = linesPass('lines', 'Swirled lines', {
    picture: harbour,
    ink: NAVY,
    lpi: 26,
    angle: 20,
    tone: { lights: 0.05 },
    bend: [bend(sheet, 'swirl', { x: 72, y: 80, reach: 130, turn: 120 })],
  });
  return job('Harbour in a swirl of lines', sheet.width, sheet.height, '#f5ecd7', [harbour], [lines]);
}

/** Two sets of lines that cross, each waved its own way. */
function crossed(harbour: Picture): Job {
  const sheet = { width: 180, height: 120 };
  const one = linesPass('one', 'Rising lines', {
    picture: harbour,
    ink: RED,
    lpi: 18,
    angle: 35,
    bend: [bend(sheet, 'wave', { length: 60, height: 4, direction: 35 })],
  });
  const other = linesPass('other', 'Falling lines', {
    picture: harbour,
    ink: TEAL,
    lpi: 18,
    angle: -35,
    bend: [bend(sheet, 'wave', { length: 45, height: 3, direction: -35, form: 'triangle' })],
  });
  return job('Crossed lines over the harbour', sheet.width, sheet.height, '#f7f0e1', [harbour], [one, other]);
}

/** Chains of triangles, spread as a fan and bowed. */
function chains(): Job {
  const sheet = { width: 200, height: 130 };
  const fade = made('fade', 'gradient', 2000, 1300, { angle: 90 });
  const marks = { shape: 'polygon', sides: 3, lattice: 'triangular', sizing: 'width', from: 0.2, to: 1 } as const;
  const pass = marksPass('triangles', 'Chains of triangles', { picture: fade, ink: RED, frequency: mm(5), marks });
  const bends = [
    bend(sheet, 'fan', { x: 100, y: 118, length: 170, spread: 80 }, 'marks'),
    bend(sheet, 'bow', { x: 100, y: 80, length: 220, height: 16 }, 'marks'),
  ];
  return job(
    'Triangle chains in a fan',
    sheet.width,
    sheet.height,
    '#14233f',
    [fade],
    [withBends({ ...pass, ink: { ...AMBER, meets: 'normal' } }, bends)],
  );
}

/** Lettering that waves as a banner and spins softly, while its dots stay circles. */
function wavyLettering(lettering: Picture): Job {
  const sheet = { width: 210, height: 110 };
  const marks = { shape: 'circle', lattice: 'hexagonal', to: 1.02, dropBelow: 0.35 } as const;
  const pass = marksPass('circles', 'Wavy circles', {
    picture: lettering,
    ink: RED,
    frequency: mm(2.2),
    marks,
    feed: { part: 'alpha', fit: 'fit' },
  });
  const banner = bend(sheet, 'banner', { x: 6, y: 55, length: 198, height: 9, waves: 1.5 }, 'picture-lattice');
  return job(
    'Wavy lettering of circles',
    sheet.width,
    sheet.height,
    '#f5ecd7',
    [lettering],
    [withBends(pass, [banner], { motion: 'spin', spin: 5, edges: 'bare' })],
  );
}

/** The still life in level lines that the light of upright ones pushes up; those are not printed themselves. */
function pushedByLight(still: Picture): Job {
  const sheet = { width: 180, height: 135 };
  const ribs = linesPass('ribs', 'Upright lines that push', {
    picture: still,
    ink: TEAL,
    lpi: 3,
    angle: 90,
    lines: { kind: 'wave', wavelength: 5, swing: 0.6 },
    feed: { part: 'tint', tint: 0.5 },
  });
  const lines = linesPass('still', 'Still life in pushed lines', {
    picture: still,
    ink: NAVY,
    lpi: 24,
    tone: { lights: 0.04 },
    bend: [bend(sheet, 'light', { source: 'pass', pass: 'ribs', amount: 3.5, softness: 2.2, direction: 90 })],
  });
  const passes = [{ ...ribs, on: false }, lines];
  return job('Still life pushed by lines', sheet.width, sheet.height, '#f7f0e1', [still], passes);
}

/** What Kite Week bends. */
export const bentJobs = (harbour: Picture, still: Picture, lettering: Picture): Job[] => [
  wavedCloth(),
  swirl(harbour),
  crossed(harbour),
  chains(),
  wavyLettering(lettering),
  pushedByLight(still),
];
