import { type Bend, type BendSheet, type BentPart, newBend, type Point, readyBends } from '../../src/bend/index.ts';

/** A sheet of 100 × 80 mm with 3 mm of bleed at 254 ppi: 10 pixels to a millimetre. */
export const SHEET: BendSheet = { width: 1060, height: 860, ppi: 254, bleed: 30 };
export const TRIMMED = { width: 100, height: 80 };

/** A bend with settings of its own. */
export function bend(kind: string, settings: Record<string, unknown> = {}, what: BentPart = 'lattice'): Bend {
  const made = newBend(kind, TRIMMED, what);
  return { ...made, settings: { ...made.settings, ...settings } };
}

/** The map of some bends, back and forth. */
export function mapsOf(...bends: Bend[]) {
  const { lattice } = readyBends(bends, SHEET);
  if (!lattice) throw new Error('These bends move nothing.');
  const one = (map: typeof lattice.back) => (x: number, y: number) => {
    const out: Point = { x: 0, y: 0 };
    map(x, y, out);
    return out;
  };
  return { back: one(lattice.back), forth: one(lattice.forth), lattice };
}

/** A mesh of 3 × 3 cells whose inner handles are moved by a few mm each. */
export function warpedMesh(by: number): Bend {
  const made = newBend('mesh', TRIMMED);
  const handles = [...(made.settings.handles as number[])];
  for (let k = 0; k < handles.length; k += 2) {
    const inside = k % 8 >= 2 && k % 8 <= 4 && k >= 8 && k < 24;
    if (!inside) continue;
    handles[k]! += by * (k % 3 === 0 ? 1 : -1);
    handles[k + 1]! += by * (k % 4 === 0 ? 1 : -0.5);
  }
  return { ...made, settings: { ...made.settings, handles } };
}

/** Pins whose first is dragged. */
export function draggedPins(dx: number, dy: number, way = 'similar'): Bend {
  const made = newBend('pins', TRIMMED);
  const pins = [...(made.settings.pins as number[])];
  pins[2]! += dx;
  pins[3]! += dy;
  return { ...made, settings: { ...made.settings, pins, way } };
}

const stroke = (does: string, points: number[]) => ({ does, size: 40, hardness: 0.3, strength: 1, points });

/** Every kind of bend, with settings under which it folds nowhere. */
export const ONE_TO_ONE: readonly Bend[] = [
  bend('wave', { height: 3, length: 40, direction: 30 }),
  bend('wave', { height: 2, both: true, secondHeight: 3, secondLength: 25, form: 'triangle' }),
  bend('banner', { height: 8, waves: 2 }),
  bend('fan', { spread: 70, direction: 10 }),
  bend('fan', { spread: -50 }),
  bend('bow', { height: 12, direction: -20 }),
  bend('swirl', { turn: 150 }),
  bend('bulge', { amount: 0.6 }),
  bend('bulge', { amount: -0.8 }),
  bend('ripple', { height: 0.8, length: 12 }),
  bend('shift', { right: 3, down: -2, turn: 25, size: 1.2 }),
  bend('slant', { sideways: 30, upwards: -12 }),
  bend('perspective', { corners: [8, 4, 92, -2, 104, 80, -6, 85] }),
  warpedMesh(5),
  draggedPins(4, -3),
  draggedPins(-3, 5, 'rigid'),
  bend('light', { amount: 3, size: 25 }),
  bend('light', { amount: -4, size: 30, way: 'gradient' }),
  bend('push', { strokes: [stroke('free', [20, 30, 1, 45, 45, 1]), stroke('rows', [60, 20, 1, 80, 40, 1])] }),
];

/** The name of a bend in a table of tests. */
export const named = (bends: readonly Bend[]): [string, Bend][] => bends.map((b, k) => [`${b.kind} ${k}`, b]);
