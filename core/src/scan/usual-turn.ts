import { type Found, found, type FoundScreen, unknown } from './findings.ts';

/** Screens stand at multiples of this many degrees: common practice. */
const USUAL = 15;
/** How far, in degrees, angles may lie from it. */
const NEAR = 0.35;

const nearest = (angle: number): number => angle - USUAL * Math.round(angle / USUAL);

/**
 * The turn of a print by which all its screens stand at multiples of 15°. It is a guess by what printers do: two screens or
 * more must agree, and it is never more than of medium confidence.
 */
export function usualTurn(screens: readonly FoundScreen[]): Found<number> {
  const angles = screens
    .filter(
      ({ kind, angle }) => kind.value !== 'grain' && (angle.confidence === 'high' || angle.confidence === 'medium'),
    )
    .map(({ angle }) => angle.value);
  if (angles.length < 2) return unknown(0);
  const first = nearest(angles[0]!);
  const off = angles.map((angle) => nearest(angle - first));
  if (off.some((v) => Math.abs(v) > NEAR)) return unknown(0);
  return found(first + off.reduce((a, b) => a + b, 0) / off.length, angles.length > 2 ? 'medium' : 'low');
}
