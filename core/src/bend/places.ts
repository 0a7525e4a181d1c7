import { arcTangent, cosine, sine } from '../math/exact.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { amount, type NumberParam } from '../settings/params.ts';
import type { BendSheet, Point, TrimmedSheet } from './kind.ts';

/** Millimetres in which places and lengths of bends lie, at most. */
const FAR = 5000;

/** Where something lies, in mm from the trimmed sheet's top left. */
export const place = (label: string, about: string): NumberParam => amount(label, about, 0, -FAR, FAR, 1, 'mm');

/** A length in mm that is 0 or more. */
export const length = (label: string, about: string, normal: number, step = 1): NumberParam =>
  amount(label, about, normal, 0, FAR, step, 'mm');

/** A setting that says how far something moves. */
export interface ShiftParam extends NumberParam {
  readonly moves: true;
}

/** How far something moves: a length in mm with its way. */
export const shift = (label: string, about: string, normal: number): ShiftParam => ({
  ...amount(label, about, normal, -FAR, FAR, 0.5, 'mm'),
  moves: true,
});

export const degrees = (label: string, about: string, normal: number, most = 360): NumberParam =>
  amount(label, about, normal, -most, most, 1, '°');

export const pixelsOf = (mm: number, { ppi }: Pick<BendSheet, 'ppi'>): number => (mm / MM_PER_INCH) * ppi;

/** A place in pixels of the sheet with its bleed. */
export const pointOf = (x: number, y: number, sheet: BendSheet): Point => ({
  x: pixelsOf(x, sheet) + sheet.bleed,
  y: pixelsOf(y, sheet) + sheet.bleed,
});

export const radians = (angle: number): number => (angle * Math.PI) / 180;

/** Direction of a vector in degrees counter-clockwise, y downwards, -180..180. */
export const angleTo = (x: number, y: number): number => (arcTangent(-y, x) * 180) / Math.PI;

/** Where a direction leads and what lies at right angles to it, counter-clockwise: unit vectors, y downwards. */
export interface Axes {
  readonly dx: number;
  readonly dy: number;
  readonly nx: number;
  readonly ny: number;
}

export function axesOf(direction: number): Axes {
  const [c, s] = [cosine(radians(direction)), sine(radians(direction))];
  return { dx: c, dy: -s, nx: -s, ny: -c };
}

/** The place `along` mm in a direction from another one and `up` mm at right angles to it. */
export const placeAlong = (
  from: { readonly x: number; readonly y: number },
  { dx, dy, nx, ny }: Axes,
  along: number,
  up = 0,
) => ({ x: from.x + along * dx + up * nx, y: from.y + along * dy + up * ny });

/** The settings of something in the middle of the sheet that reaches over a share of its shorter side. */
export const inMiddle = ({ width, height }: TrimmedSheet, share: number) => ({
  x: width / 2,
  y: height / 2,
  reach: Math.round(Math.min(width, height) * share),
});
