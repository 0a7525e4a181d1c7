import { addNoiseRow } from '../../raster/row-noise.ts';
import type { Area } from '../../raster/area.ts';

/** What a texture is given. */
export interface TextureAsked {
  readonly area: Area;
  /** Sheet pixels of one mm. */
  readonly perMm: number;
  readonly seed: number;
}

/** Adds the shade of the pixels of one row of an area to `out`. `y` is a row of the sheet. */
export type ShadeRow = (y: number, out: Float64Array) => void;

/** What the surface of a stock looks like. It depends on the place on the sheet, in mm, and on the seed alone. */
export interface TextureKind<N extends string = string> {
  readonly name: N;
  readonly label: string;
  readonly about: string;
  /** Shades 0..1 row by row, 0.5 on the whole. */
  rows(asked: TextureAsked): ShadeRow;
  /** Share of the stock's red, green and blue light that a shade gives back; one on the whole. */
  light(shade: number): readonly [number, number, number];
}

export const texture = <const N extends string>(kind: TextureKind<N>): TextureKind<N> => kind;

/** Grey light: `depth` less at shade 0 and as much more at shade 1. */
export const greyLight =
  (depth: number) =>
  (shade: number): readonly [number, number, number] => {
    const share = 1 + depth * (2 * shade - 1);
    return [share, share, share];
  };

/** A layer of noise: the size of its unevenness across and down in mm, and how strong it is. */
export interface NoiseLayer {
  readonly across: number;
  readonly down: number;
  readonly weight: number;
}

/** Adds layers of noise whose weights sum to one, so that the middle is 0.5. */
export function noiseRows({ area, perMm, seed }: TextureAsked, layers: readonly NoiseLayer[]): ShadeRow {
  return (y, out) => {
    layers.forEach(({ across, down, weight }, k) => {
      const per = 1 / (across * perMm);
      addNoiseRow(out, (area.x + 0.5) * per, per, (y + 0.5) / (down * perMm), seed + 31 * k, weight);
    });
  };
}

/** Specks where a noise is highest: adds `shade` to shades there. `share`: nearly how much of the sheet they take. */
export function speckRows(
  { area, perMm, seed }: TextureAsked,
  {
    across,
    down,
    share,
    shade,
  }: { readonly across: number; readonly down: number; readonly share: number; readonly shade: number },
): ShadeRow {
  const values = new Float64Array(area.width);
  // Smooth noise lies above 0.5 + half the root of what is left of one on about so much of the plane.
  const above = 1 - 0.42 * Math.sqrt(share);
  return (y, out) => {
    values.fill(0);
    const per = 1 / (across * perMm);
    addNoiseRow(values, (area.x + 0.5) * per, per, (y + 0.5) / (down * perMm), seed, 1);
    for (let k = 0; k < out.length; k++) if (values[k]! > above) out[k]! += shade;
  };
}
