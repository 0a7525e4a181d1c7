import {
  ciede2000,
  DOT_SHAPES,
  INK_SETS,
  type Ink,
  labOfLight,
  plainInk,
  plainStock,
  PROCESS_STOCK,
  type Screen,
  solidLight,
  type Stock,
} from '../../src/index.ts';
import { random } from '../random.ts';
import { type MadePlate, type MadePrint, pictureTones, screenOf } from './made-scans.ts';

/** Inks and stocks of invented studios; colours chosen by eye. */
const SPOT_INKS: readonly Ink[] = [
  plainInk('Lamp yellow', '#f2b632'),
  plainInk('Kite red', '#e5482d'),
  plainInk('Harbour blue', '#1d3f72'),
  plainInk('Buoy yellow', '#ffd83d'),
  plainInk('Awning pink', '#f2689a'),
  plainInk('Tide blue', '#2c8fc9'),
  plainInk('Slate', '#2b2a2c'),
  plainInk('Sea glass', '#2f8f83'),
  plainInk('Heather', '#8a4f9e'),
  plainInk('Black', '#1e1b18'),
];
const STOCKS: readonly Stock[] = [
  plainStock('White', '#f8f8f6'),
  plainStock('Cream', '#f5ecd7'),
  plainStock('Newsprint', '#e4dfd3'),
];

export type Kind = 'dots' | 'lines' | 'grain';

export interface RandomPrint extends MadePrint {
  readonly kind: Kind;
  readonly inks: readonly Ink[];
  /** Scan pixels a cell of each ink. */
  readonly cells: readonly number[];
  readonly angles: readonly number[];
  readonly shape: string;
  readonly set: string;
}

/** Angles of one to four inks that a printer would choose: common practice. */
const ANGLES: readonly (readonly number[])[] = [[45], [45, 75], [15, 75, 45], [15, 75, 0, 45]];

const clamp = (x: number): number => Math.min(1, Math.max(0, x));

/** Tones of the inks of a picture in colour: chromatic inks by its own colours, black in its shadows. */
function tonesOf(inks: number, black: boolean, seed: number): ((x: number, y: number) => number)[] {
  const shade = pictureTones(seed);
  const own = [0, 1, 2, 3].map((k) => pictureTones(seed + 100 * (k + 1)));
  const ink = (k: number) => (x: number, y: number) => clamp(0.45 * shade(x, y) + 0.75 * own[k]!(x, y) - 0.08);
  if (!black) return Array.from({ length: inks }, (_, k) => ink(k));
  const grey = (x: number, y: number) => Math.min(...[0, 1, 2].slice(0, inks - 1).map((k) => ink(k)(x, y)));
  const key = (x: number, y: number) => clamp(1.5 * (0.6 * grey(x, y) + 0.5 * shade(x, y) - 0.3));
  return [
    ...Array.from({ length: inks - 1 }, (_, k) => (x: number, y: number) => clamp(ink(k)(x, y) - 0.6 * key(x, y))),
    key,
  ];
}

/** Number of inks, colours, screens and tones by chance; the same for the same seed. */
export function randomPrint(seed: number, shapes: readonly string[] = DOT_SHAPES.map((s) => s.name)): RandomPrint {
  const next = random(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const count = 1 + Math.floor(next() * 4);
  const kindAt = next();
  const kind: Kind = kindAt < 0.8 ? 'dots' : kindAt < 0.9 ? 'lines' : 'grain';
  const process = count === 4 ? next() < 0.6 : count === 3 && next() < 0.3;
  const stock = process ? PROCESS_STOCK : pick(STOCKS);
  let inks: Ink[] = [];
  if (process) inks = INK_SETS.find((s) => s.name === 'process')!.inks.slice(0, count);
  while (inks.length < count) {
    const ink = pick(SPOT_INKS);
    const lab = labOfLight(solidLight(ink));
    // Inks that nobody could tell apart are not printed together.
    if (inks.every((other) => ciede2000(labOfLight(solidLight(other)), lab) > 22)) inks.push(ink);
  }
  // Light inks print first, black last.
  const lightness = (ink: Ink) => labOfLight(solidLight(ink))[0];
  if (!process) inks.sort((a, b) => lightness(b) - lightness(a));
  const black = process ? count === 4 : lightness(inks[count - 1]!) < 30 && count > 1;
  const tones = tonesOf(count, black, Math.floor(next() * 1e6));
  const scanPpi = 600;
  const ppi = 4 * scanPpi;
  const off = 30 * next() - 15;
  const shape = kind === 'dots' ? pick(shapes) : kind === 'lines' ? 'straight' : '';
  // Some shapes repeat twice in a cell.
  const least = shape.includes('Double') ? 18 : 9;
  const cell = least * (26 / least) ** next();
  const grain = pick(['blue-noise', 'white-noise']);
  const cells: number[] = [];
  const angles: number[] = [];
  const plates = inks.map((ink, k): MadePlate => {
    const own = kind === 'dots' && next() < 0.15 ? cell * (0.8 + 0.4 * next()) : cell;
    const angle = ANGLES[count - 1]![k]! + off;
    cells.push(own);
    angles.push(angle);
    const frequency = { value: scanPpi / own, per: 'lpi' } as const;
    const base = { ...screenOf({ frequency, angle, seed: k + 1 }) };
    const screen: Screen =
      kind === 'dots'
        ? { ...base, dots: { ...base.dots, shape } }
        : kind === 'lines'
          ? { ...base, family: 'lines', lines: { ...base.lines, kind: 'straight' } }
          : { ...base, family: 'grain', grain: { ...base.grain, method: grain, size: Math.round(2.4 * own) } };
    return { ink, screen, tone: tones[k]! };
  });
  return { stock, plates, ppi, side: 3640, kind, inks, cells, angles, shape, set: process ? 'process' : 'spot' };
}
