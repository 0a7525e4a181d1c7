export type Rgb = readonly [number, number, number];

export const clamp01 = (v: number): number => Math.min(1, Math.max(0, v));

export const mix = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];

/** 0 below `a`, 1 above `b`, smooth between. */
export function smooth(a: number, b: number, v: number): number {
  const t = clamp01((v - a) / (b - a));
  return t * t * (3 - 2 * t);
}

/** A colour along stops of (place, colour) in rising order. */
export function along(stops: readonly (readonly [number, Rgb])[], v: number): Rgb {
  for (let k = 1; k < stops.length; k++) {
    const [to, colour] = stops[k]!;
    const [from, before] = stops[k - 1]!;
    if (v <= to) return mix(before, colour, clamp01((v - from) / (to - from)));
  }
  return stops.at(-1)![1];
}
