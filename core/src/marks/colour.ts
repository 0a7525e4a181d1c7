import { oklabOfLight } from '../colour/oklab.ts';
import { type LinearRgb, linearOfHex } from '../colour/srgb.ts';
import { cosine, sine } from '../math/exact.ts';
import type { Stop } from '../settings/params.ts';

/** The index of the colour of a list that is nearest in OKLab (Ottosson 2020). */
export function nearestOf(lights: readonly LinearRgb[]): (light: LinearRgb) => number {
  const labs = lights.map(([r, g, b]) => {
    const out = new Float64Array(3);
    oklabOfLight(r, g, b, out);
    return out;
  });
  const own = new Float64Array(3);
  return ([r, g, b]) => {
    oklabOfLight(r, g, b, own);
    let best = 0;
    let least = Infinity;
    labs.forEach((lab, k) => {
      const [l, a, c] = [lab[0]! - own[0]!, lab[1]! - own[1]!, lab[2]! - own[2]!];
      const apart = l * l + a * a + c * c;
      if (apart < least) [least, best] = [apart, k];
    });
    return best;
  };
}

/** Colours along a list of stops, mixed as light; `t` 0..1. */
export function stopsColour(stops: readonly Stop[]): (t: number) => LinearRgb {
  const sorted = [...stops].sort((a, b) => a.at - b.at).map(({ at, colour }) => ({ at, light: linearOfHex(colour) }));
  return (t) => {
    const next = sorted.findIndex((s) => s.at >= t);
    if (next === -1) return sorted[sorted.length - 1]!.light;
    if (next === 0) return sorted[0]!.light;
    const [a, b] = [sorted[next - 1]!, sorted[next]!];
    const share = (t - a.at) / (b.at - a.at || 1);
    const mix = (k: 0 | 1 | 2) => a.light[k] + share * (b.light[k] - a.light[k]);
    return [mix(0), mix(1), mix(2)];
  };
}

/** How far along a gradient over a sheet a place lies, 0..1; the gradient runs by an angle in degrees, counter-clockwise. */
export function alongSheet(width: number, height: number, degrees: number): (x: number, y: number) => number {
  const turn = (degrees * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const run = Math.abs(width * c) + Math.abs(height * s);
  return (x, y) => Math.min(1, Math.max(0, 0.5 + ((x - width / 2) * c - (y - height / 2) * s) / run));
}

/** A colour with its distance from the grey of its luminance (IEC 61966-2-1) multiplied; what leaves the range is cut. */
export function saturated([r, g, b]: LinearRgb, times: number): LinearRgb {
  if (times === 1) return [r, g, b];
  const grey = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const part = (v: number) => Math.min(1, Math.max(0, grey + times * (v - grey)));
  return [part(r), part(g), part(b)];
}
