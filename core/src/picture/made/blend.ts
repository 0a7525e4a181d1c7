import { parseHex } from '../../colour/srgb.ts';
import type { Stop } from '../../settings/params.ts';
import type { Rgba } from './kinds.ts';

export const rgbOf = (hex: string): [number, number, number] => {
  const [r, g, b] = parseHex(hex) ?? [0, 0, 0];
  return [r / 255, g / 255, b / 255];
};

/** The position of the step that t lies in, for `steps` equal steps from 0 to 1; below 2 steps t itself. */
export const inSteps = (t: number, steps: number): number =>
  steps < 2 ? t : Math.min(steps - 1, Math.floor(t * steps)) / (steps - 1);

/** A stop of a gradient: its place, and its colour as encoded sRGB 0..1. */
export interface PlacedColour {
  readonly at: number;
  readonly rgb: readonly [number, number, number];
}

/** Stops from the first to the last. */
export const placedColours = (stops: readonly Stop[]): PlacedColour[] =>
  [...stops].sort((a, b) => a.at - b.at).map((s) => ({ at: s.at, rgb: rgbOf(s.colour) }));

/** Colours between stops, in even steps of encoded sRGB as gradients usually are. */
export function blend(stops: readonly Stop[]): (t: number, out: Rgba) => void {
  const order = placedColours(stops);
  return (t, out) => {
    let k = 0;
    while (k < order.length - 2 && t > order[k + 1]!.at) k++;
    const a = order[k]!;
    const b = order[Math.min(k + 1, order.length - 1)]!;
    const share = b.at > a.at ? Math.min(1, Math.max(0, (t - a.at) / (b.at - a.at))) : t < a.at ? 0 : 1;
    for (let c = 0; c < 3; c++) out[c] = a.rgb[c]! + (b.rgb[c]! - a.rgb[c]!) * share;
    out[3] = 1;
  };
}
