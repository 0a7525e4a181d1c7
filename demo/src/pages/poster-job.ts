import {
  DEFAULT_SHEET,
  createJob,
  darkerInk,
  DEFAULT_SCREEN,
  type Job,
  newPart,
  newStencil,
  plainInk,
  plainStock,
  type Stencil,
} from '@chromatype/core';
import { lettered } from './lettering-path.ts';
import { edged, passWith, tintFill } from './parts.ts';

const YELLOW = plainInk('Lamp yellow', '#f2b632');
const RED = plainInk('Kite red', '#e5482d');
const TEAL = plainInk('Tide teal', '#2c8f9b');

/** A node of a path: its place and the offsets of its handles. */
type Node = readonly [x: number, y: number, bx: number, by: number, ax: number, ay: number];

const WAVE: readonly Node[] = [
  [-6, 196, 0, 0, 26, -24],
  [92, 150, -40, 0, 34, 0],
  [178, 96, -26, 40, 20, -30],
  [242, 66, -30, -4, 24, 4],
  [270, 100, 8, -24, -4, 12],
  [240, 112, 16, 2, -18, -6],
  [214, 132, 2, -18, -2, 30],
  [258, 176, -26, -6, 22, 6],
  [306, 170, -20, 10, 0, 0],
  [306, 320, 0, 0, 0, 0],
  [-6, 320, 0, 0, 0, 0],
];

const pen = (id: string, name: string, nodes: readonly Node[]): Stencil =>
  newStencil(id, name, [newPart('path', 'pen', { nodes: nodes.flat() })]);

const letters = (id: string, lines: readonly string[], x: number, y: number, size: number): Stencil =>
  newStencil(id, lines.join(' '), [
    newPart('letters', 'shape', {
      shape: 'own',
      path: lettered('wide', lines, size, 0.98),
      x: x - 0.5,
      y: y - 0.5,
      width: 1,
      height: 1,
    }),
  ]);

/** The three-colour poster: a wave that carries an inset gradient through a worn tile, in its own darker ink. */
export function posterJob(): Job {
  const wave = pen('wave', 'Wave', WAVE);
  const darker = darkerInk(TEAL, 0.42);
  const kite = newStencil('kite', 'Kite', [newPart('kite', 'polygon', { points: [96, 34, 128, 70, 92, 128, 66, 66] })]);
  const half = newStencil('kite-half', 'Half of the kite', [
    newPart('half', 'polygon', { points: [96, 34, 128, 70, 92, 128] }),
  ]);
  const sun = newStencil('sun', 'Sun', [newPart('sun', 'ellipse', { x: 176, y: 24, width: 92, height: 92 })]);
  const sky = newStencil('sky', 'Sky', [
    newPart('all', 'rectangle', { x: -5, y: -5, width: 310, height: 310 }),
    { ...newPart('wave', 'stencil', { stencil: 'wave' }), does: 'cut' as const },
  ]);
  const worn = { chips: 0.32, scratches: 0.25, starved: 0.12, size: 0.5 };
  return {
    ...createJob('Kite Week, the wave poster', 'none'),
    sheet: { ...DEFAULT_SHEET, width: 300, height: 300, bleed: 0, ppi: 300, stock: plainStock('Cream', '#f6eedb') },
    stencils: [
      wave,
      edged({ ...wave, id: 'wave-inside', name: 'Inside of the wave' }, { inset: 6 }),
      kite,
      half,
      sun,
      sky,
      letters('title', ['KITE WEEK'], 150, 246, 49),
      letters('line', ['2 to 10 May  ·  the old quay'], 150, 278, 15),
    ],
    passes: [
      passWith('yellow', YELLOW, [
        tintFill('sky', {
          tint: 0.05,
          stencil: 'sky',
          lpi: 22,
          angle: 0,
          feed: { run: 'linear', tintTo: 0.5, fromX: 150, fromY: 20, toX: 150, toY: 210 },
        }),
        tintFill('sun', { tint: 1, stencil: 'sun', wear: { ...worn, chips: 0.2 } }),
        tintFill('kite-y', { tint: 1, stencil: 'kite-half' }),
        tintFill('title-y', { tint: 1, stencil: 'title' }),
        tintFill('line-y', { tint: 1, stencil: 'line' }),
      ]),
      passWith('red', RED, [
        tintFill('kite-r', { tint: 1, stencil: 'kite', wear: worn }),
        tintFill('kite-h', {
          tint: 0.35,
          stencil: 'kite-half',
          lpi: 22,
          angle: 75,
          screen: { family: 'lines' },
        }),
      ]),
      passWith('teal', TEAL, [
        tintFill('wave-t', { tint: 1, stencil: 'wave', wear: { ...worn, chips: 0.12, starved: 0.05 } }),
        tintFill('title-t', { tint: 1, stencil: 'title', change: { over: 'scrapes' } }),
        tintFill('line-t', { tint: 1, stencil: 'line', change: { over: 'scrapes' } }),
      ]),
      passWith('darker', darker, [
        tintFill('wave-d', {
          tint: 0.08,
          stencil: 'wave-inside',
          lpi: 16,
          angle: 0,
          feed: { run: 'linear', tintTo: 0.85, fromX: 150, fromY: 96, toX: 150, toY: 262 },
          screen: { family: 'tile', seed: 4, tile: { ...DEFAULT_SCREEN.tile, made: 'ring-waves' } },
          wear: worn,
        }),
        tintFill('title-d', { tint: 1, stencil: 'title', change: { over: 'scrapes' } }),
        tintFill('line-d', { tint: 1, stencil: 'line', change: { over: 'scrapes' } }),
      ]),
    ],
  };
}
