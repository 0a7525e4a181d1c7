import {
  DEFAULT_SHEET,
  createJob,
  INK_SETS,
  type Job,
  layColour,
  linearOfHex,
  mixColour,
  mixingPasses,
  newPart,
  newStencil,
  type Picture,
  plainStock,
} from '@chromatype/core';
import { COMIC_PAGE, comicDrawing, SHOUT } from './comic-drawing.ts';
import { flooded, linesOf, painted, passWith, strokesOf, tintFill } from './parts.ts';

/** What each area of the page is to look like. */
const COLOURS: Readonly<Record<string, string>> = {
  sky: '#b5dbe8',
  sun: '#fbe25a',
  hill: '#86c07a',
  brick: '#e0765c',
  cream: '#f9ebb4',
  pink: '#f0b5a8',
  roof: '#a8574f',
  window: '#5f7fb0',
  stone: '#d6cdbd',
  sea: '#4ba3c4',
  caption: '#fdf3a6',
  skin: '#f6cfae',
  coat: '#e3413a',
  hair: '#6b4a38',
  scarf: '#fbe25a',
  kite: '#e3413a',
  'kite two': '#fbe25a',
  shout: '#fbe25a',
};

/** Painted shade: strokes in mm of the page, how wide, and where they stay. */
const SHADES: readonly (readonly [area: string, size: number, strokes: readonly string[]])[] = [
  ['sky', 34, ['4,2 80,2 156,2', '158,2 210,2 256,2', '6,92 60,90 100,92', '102,92 180,90 256,92']],
  ['hill', 22, ['6,70 60,62 154,60', '158,82 210,72 254,66', '102,176 170,172 254,166']],
  ['sea', 9, ['6,88 80,89 154,88', '158,88 254,88']],
  ['coat', 7, ['203,50 205,62 206,70', '74,150 78,164 80,176', '139,136 142,148 146,156']],
  ['skin', 9, ['70,112 72,122 66,130', '199,42 199,46 196,48']],
];

/** The comic strip page: flat colours of the classic tints, painted shade, black lines. */
export function comicJob(lines: Picture): Job {
  const { seeds } = comicDrawing();
  const page = { ...COMIC_PAGE, lines };
  const set = INK_SETS.find((s) => s.name === 'process')!;
  const angles = [15, 75, 0, 45];
  const areas = Object.keys(COLOURS).filter((colour) => colour !== 'shout');
  const shout = newStencil('area-shout', 'shout', [
    newPart('letters', 'shape', {
      shape: 'own',
      path: SHOUT.path,
      x: SHOUT.x - 0.5,
      y: SHOUT.y - 0.5,
      width: 1,
      height: 1,
    }),
  ]);
  const blank: Job = {
    ...createJob('The day the wind turned, strip', 'none'),
    sheet: { ...DEFAULT_SHEET, ...COMIC_PAGE, bleed: 0, ppi: 300, stock: plainStock('Newsprint', '#f1ead9') },
    pictures: [lines],
    stencils: [
      linesOf(page),
      ...areas.map((colour) => flooded(page, seeds, colour)),
      shout,
      ...SHADES.map(([area, size, strokes]) =>
        painted(`shade-${area}`, `Shade of ${area}`, strokesOf(strokes, size, 0), `area-${area}`),
      ),
    ],
    passes: set.inks.map((ink, k) => {
      const black = ink.name === 'Black';
      const fill = tintFill(`${ink.name}-1`, { tint: 1, stencil: black ? 'lines' : null, angle: angles[k]! });
      // The coloured inks begin as a blank job's do, with a fill that prints nothing yet.
      return passWith(ink.name, ink, [black ? fill : { ...fill, feed: { ...fill.feed, part: 'lightness' } }]);
    }),
  };
  const mixing = mixingPasses(blank);
  let next = 0;
  const coloured = Object.entries(COLOURS).reduce((job, [colour, hex]) => {
    const { tints } = mixColour(job, mixing, linearOfHex(hex), 'classic');
    return layColour(job, {
      stencil: `area-${colour.replace(' ', '-')}`,
      frequency: { value: 42.5, per: 'lpi' },
      tints: mixing.map(({ id }, k) => ({ pass: id, tint: tints[k]! })),
      newId: () => `tint-${++next}`,
    });
  }, blank);
  return {
    ...coloured,
    passes: coloured.passes.map((pass) => {
      const k = mixing.findIndex((p) => p.id === pass.id);
      if (k < 0) return pass;
      const shades = SHADES.map(([area]) =>
        tintFill(`${pass.id}-shade-${area}`, {
          tint: area === 'skin' ? 0.5 : 0.8,
          stencil: `shade-${area}`,
          angle: angles[k]!,
          change: { over: 'darkens' },
        }),
      );
      return passWith(pass.id, pass.ink, [...pass.fills, ...shades]);
    }),
  };
}
