import type { Planned } from '../raster/planned.ts';
import type { Artwork } from '../raster/plate.ts';

/** A byte for each pixel of an area, or one number for all of them. */
export type SurfaceMap = Uint8Array | number;

/** What each value of a map does to the light of what lies under it: 256 triples of each. */
export interface ValueLight {
  readonly through: Float64Array;
  readonly adds: Float64Array;
}

/** Something over the whole sheet that is no pass: it belongs to the stock, or lies on the finished print. */
export type SurfaceLayer =
  /** A byte a pixel, and what each of its values does. */
  | { readonly kind: 'map'; readonly map: Planned<SurfaceMap>; readonly key: string; readonly light: ValueLight }
  /** Colours, laid as an ink of that strength and opacity. */
  | {
      readonly kind: 'colours';
      readonly colours: Planned<Artwork>;
      readonly strength: number;
      readonly opacity: number;
    }
  /** The light of each channel through a table of 65536 steps, both ends included. */
  | { readonly kind: 'curve'; readonly key: string; readonly table: Float32Array };

/** What lies under the first pass and over the last one. */
export interface Surface {
  readonly under: readonly SurfaceLayer[];
  readonly over: readonly SurfaceLayer[];
}

/** A flat stock and nothing over the print. */
export const FLAT: Surface = { under: [], over: [] };

export const isFlat = ({ under, over }: Surface): boolean => under.length + over.length === 0;

const keyOfLayer = (layer: SurfaceLayer): string =>
  layer.kind === 'map'
    ? `${layer.map.key} as ${layer.key}`
    : layer.kind === 'colours'
      ? `${layer.colours.key} ${layer.strength} ${layer.opacity}`
      : layer.key;

/** Names a surface by all that it shows. */
export const surfaceKey = ({ under, over }: Surface): string =>
  JSON.stringify([under.map(keyOfLayer), over.map(keyOfLayer)]);
