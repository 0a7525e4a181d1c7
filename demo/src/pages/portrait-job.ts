import {
  addShadow,
  createJob,
  createPass,
  DEFAULT_SHEET,
  enlargedToRatio,
  fillOf,
  type Job,
  newPart,
  newStencil,
  type Pass,
  type Picture,
  plainInk,
  plainStock,
  type Stencil,
  withFill,
} from '@chromatype/core';
import { passWith, strokesOf, tintFill } from './parts.ts';

const YELLOW = plainInk('Lamp yellow', '#f6c02d');
const PINK = plainInk('Shell pink', '#f7a6a0');
const RED = plainInk('Kite red', '#e5482d');
const BLUE = plainInk('Tide blue', '#3f9fc9');
const BLACK = plainInk('Black', '#1e1b18');
const SHADE = plainInk('Violet shade', '#4b3a78');

/** The art in mm; the picture fills it. */
const [WIDTH, HEIGHT] = [240, 300];

/** Rough strokes on the subject and behind it, in widths of the picture. */
const mark = (does: 'subject' | 'behind', points: string) => ({
  does,
  size: 0.04,
  hardness: 1,
  strength: 1,
  points: points.split(' ').flatMap((p) => [...p.split(',').map(Number), 1]),
});

const MARKS = [
  mark('subject', '0.3,0.4 0.34,0.3 0.45,0.25 0.6,0.26 0.66,0.32'),
  mark('subject', '0.26,0.6 0.25,0.72 0.3,0.78'),
  mark('subject', '0.45,0.55 0.5,0.7 0.56,0.78'),
  mark('subject', '0.47,0.86 0.48,0.92 0.3,1.05 0.2,1.18'),
  mark('subject', '0.5,0.95 0.66,1.06 0.78,1.18'),
  mark('subject', '0.62,0.62 0.66,0.6'),
  mark('subject', '0.2,1.0 0.3,0.97 0.42,0.96'),
  mark('subject', '0.16,1.08 0.3,1.06 0.5,1.05'),
  mark('subject', '0.13,1.16 0.3,1.14 0.14,1.22 0.5,1.22'),
  mark('subject', '0.74,1.0 0.82,1.1 0.86,1.22'),
  mark('behind', '0.08,0.2 0.08,0.9'),
  mark('behind', '0.15,0.1 0.9,0.1'),
  mark('behind', '0.92,0.3 0.93,0.95'),
  mark('behind', '0.8,0.5 0.8,0.8'),
];

/** A zone that was painted with a hard brush, held inside the subject. */
const zone = (id: string, name: string, lines: readonly string[], size: number): Stencil =>
  newStencil(id, name, [
    newPart('brush', 'brush', { strokes: strokesOf(lines, size, 1) }),
    { ...newPart('within', 'stencil', { stencil: 'subject' }), does: 'keep' as const },
  ]);

/** A half of the background, cut by pen and free of the subject. */
const half = (id: string, name: string, nodes: readonly number[]): Stencil =>
  newStencil(id, name, [
    newPart('cut', 'pen', { nodes: nodes.flatMap((v, k) => (k % 2 ? [v, 0, 0, 0, 0] : [v])) }),
    { ...newPart('subject', 'stencil', { stencil: 'subject' }), does: 'cut' as const },
  ]);

/** The pop portrait: a rough cut-out in coarse dots over flat zones, before a background of two tones, on 16:9. */
export function portraitJob(portrait: Picture): Job {
  const picture: Picture = {
    ...portrait,
    edit: {
      ...portrait.edit,
      cutOut: { picks: [], tolerance: 0.1, softness: 0, joined: true, strokes: [], marks: MARKS, keepsEdges: true },
    },
  };
  const dots = createPass('dots', 0, picture.id);
  const own = fillOf(dots);
  const face: Pass = {
    ...withFill(dots, {
      stencil: 'subject',
      feed: { ...own.feed, fit: 'fill' },
      // Ends as the automatic tone finds them, a little more open in the middle.
      tone: { ...own.tone, lights: 0.18, darks: 0.86, middle: 1.15, meaning: 'light' },
      screen: { ...own.screen, frequency: { value: 13, per: 'lpi' }, angle: 45, smallest: 0.05, oneTone: false },
    }),
    name: 'Black dots',
    ink: BLACK,
  };
  const art: Job = {
    ...createJob('The look-out, pop portrait', 'none'),
    sheet: {
      ...DEFAULT_SHEET,
      width: WIDTH,
      height: HEIGHT,
      bleed: 0,
      ppi: 200,
      stock: { ...plainStock('Cream', '#f7efdc'), texture: 'paper', textureAmount: 1 },
    },
    pictures: [picture],
    stencils: [
      newStencil('subject', 'The look-out', [newPart('cut-out', 'alpha', { picture: picture.id, fit: 'fill' })]),
      half('left', 'Left half', [-300, -10, 150, -10, 70, 310, -300, 310]),
      half('right', 'Right half', [150, -10, 540, -10, 540, 310, 70, 310]),
      zone(
        'skin',
        'Skin',
        [
          '96,100 152,100 158,118 96,118 92,134 160,136 156,152 102,152',
          '88,132 94,152 106,168 150,166 146,180 116,182 138,190',
          '114,190 130,198',
        ],
        24,
      ),
      zone('scarf', 'Scarf', ['94,214 140,214', '98,224 138,222'], 20),
      zone('shirt', 'Shirt', ['60,250 176,250', '44,272 196,272', '36,294 206,294'], 34),
      zone(
        'glasses',
        'Glasses and lips',
        [
          '104,120 108,104 122,100 136,104 141,120 136,135 122,138 109,134 104,120',
          '146,120 152,105 164,104 174,112 176,124 170,137 158,138 149,132 146,120',
          '70,128 104,117',
        ],
        7,
      ),
      zone('lips', 'Lips', ['137,160 150,160', '138,166 148,166'], 7),
    ],
    passes: [
      passWith('yellow', YELLOW, [
        tintFill('yellow-left', { tint: 1, stencil: 'left' }),
        tintFill('yellow-scarf', { tint: 1, stencil: 'scarf' }),
      ]),
      passWith('blue', BLUE, [
        tintFill('blue-right', { tint: 1, stencil: 'right' }),
        tintFill('blue-shirt', { tint: 0.45, stencil: 'shirt', lpi: 26, angle: 15 }),
      ]),
      passWith('pink', PINK, [tintFill('pink-skin', { tint: 1, stencil: 'skin' })]),
      passWith('red', RED, [
        tintFill('red-glasses', { tint: 1, stencil: 'glasses' }),
        tintFill('red-lips', { tint: 1, stencil: 'lips' }),
      ]),
      face,
    ],
  };
  let next = 0;
  const shadowed = addShadow(art, {
    pass: art.passes[0]!,
    fill: { ...fillOf(face), stencil: 'subject' },
    right: 11,
    down: 9,
    softness: 7,
    dark: 0.75,
    ink: SHADE,
    newId: () => `shadow-${++next}`,
  });
  // The shadow falls on the background: it prints over it.
  const [shadow, yellow, blue, ...others] = shadowed.passes;
  const named = { ...shadow!, name: 'Shadow' };
  const wide = enlargedToRatio({ ...shadowed, passes: [yellow!, blue!, named, ...others] }, { width: 16, height: 9 });
  if (typeof wide === 'string') throw new Error(wide);
  return wide;
}
