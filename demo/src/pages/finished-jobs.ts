import {
  createFill,
  createJob,
  createPass,
  DEFAULT_SHEET,
  fillOf,
  type Ink,
  type Job,
  newPart,
  newStencil,
  type Pass,
  type Picture,
  plainInk,
  plainStock,
  type Screen,
  withFill,
} from '@chromatype/core';
import { lettered } from './lettering-path.ts';
import { passWith, tintFill } from './parts.ts';

const NAVY = plainInk('Night blue', '#14233f');
const RED = plainInk('Kite red', '#e5482d');
const CREAM: Ink = { ...plainInk('Cream', '#fbf1d8'), opacity: 1 };

/** A pass that takes the print so far as its picture, in a stencil. */
function finishing(id: string, name: string, ink: Ink, stencil: string, screen: Partial<Screen>, tone: object): Pass {
  const pass = createPass(id, 0, null);
  const fill = fillOf(pass);
  return {
    ...withFill(pass, {
      stencil,
      feed: { ...fill.feed, from: 'print' },
      tone: { ...fill.tone, ...tone },
      screen: { ...fill.screen, ...screen },
    }),
    name,
    ink,
  };
}

/** A poster of a painting and lettering, with one finishing screen over the background and another over the lettering. */
export function finishedPosterJob(harbour: Picture): Job {
  const artwork = createPass('artwork', 0, harbour.id);
  const own = fillOf(artwork);
  const { lines } = createFill('x', null).screen;
  const letters = newPart('letters', 'shape', {
    shape: 'own',
    path: lettered('wide', ['WIND', 'FROM', 'THE SEA'], 34, 0.98),
    x: 91.5,
    y: 62,
    width: 1,
    height: 1,
  });
  return {
    ...createJob('Wind from the sea, finished poster', 'none'),
    sheet: { ...DEFAULT_SHEET, width: 184, height: 230, bleed: 0, ppi: 300, stock: plainStock('White', '#ffffff') },
    pictures: [harbour],
    stencils: [
      newStencil('lettering', 'Lettering', [letters]),
      newStencil('background', 'Background', [
        newPart('all', 'rectangle', { x: -5, y: -5, width: 200, height: 250 }),
        { ...letters, id: 'cut', does: 'cut' },
      ]),
    ],
    passes: [
      {
        ...withFill(artwork, {
          feed: { ...own.feed, part: 'colour', fit: 'own', x: -84, y: 0, width: 345 },
          screen: { ...own.screen, family: 'smooth', smooth: { takes: 'picture' } },
        }),
        name: 'Painting',
        ink: { ...plainInk('Artwork', '#1e1b18'), meets: 'normal' },
      },
      passWith('letters', CREAM, [tintFill('letters-1', { tint: 1, stencil: 'lettering' })]),
      finishing(
        'grain',
        'Lines over the background',
        NAVY,
        'background',
        { family: 'lines', frequency: { value: 26, per: 'lpi' }, angle: 0, lines: { ...lines, kind: 'wave' } },
        { meaning: 'light', lights: 0.3, darks: 1, middle: 0.8 },
      ),
      finishing(
        'dots',
        'Dots over the lettering',
        RED,
        'lettering',
        { family: 'dots', frequency: { value: 14, per: 'lpi' }, angle: 45 },
        { meaning: 'even', lights: 0, darks: 0.16 },
      ),
    ],
  };
}
