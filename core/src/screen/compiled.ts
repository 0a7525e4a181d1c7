import type { Kernels } from '../kernel/kernels.ts';
import type { PictureSource } from '../raster/source.ts';
import type { Screen, Sheet } from '../document/types.ts';
import type { ThresholdField } from './field/field.ts';
import type { LatticePositions } from './periodic/positions.ts';
import type { ThresholdTile } from './periodic/threshold-tile.ts';

/** Which cell a pixel lies in, for one tone a cell. */
export type CellMap =
  | { readonly kind: 'lattice'; readonly positions: LatticePositions; readonly pitch: number }
  | {
      readonly kind: 'places';
      /** A whole number for the cell of the sheet's pixel (x, y), the same for no other cell. */
      cellOf(x: number, y: number): number;
      /** No two pixels of a cell are further apart than this. */
      readonly reach: number;
    };

/** What a screen's grains are printed in: two levels are ink and no ink; a palette has colours of its own. */
export interface Prints {
  readonly levels: number;
  readonly palette: readonly string[] | null;
  readonly space: 'oklab' | 'light';
}

export const ONE_INK: Prints = { levels: 2, palette: null, space: 'light' };

/** A row of thresholds 0..65534 from pixel (x, y) on. */
export type ThresholdRow = (x: number, y: number, count: number, out: Uint16Array) => void;

/** Tones, or the light of three channels one after the other, of whole rows from row y on. */
export type RowReader = (y: number, rows: number) => Uint16Array;

export interface MethodInput {
  readonly kernels: Kernels;
  readonly width: number;
  readonly height: number;
  readonly prints: Prints;
  /** Tones 0..65535, row by row; with a palette the light of red, green and blue instead, plane by plane. */
  readonly read: RowReader;
  /** Tones straight into kernel memory, where that is possible. */
  readonly readTo?: (y: number, rows: number, out: number) => void;
}

export interface MethodBand {
  readonly y: number;
  readonly rows: number;
  /** A level or a palette index for each pixel. */
  readonly data: Uint8Array;
  /** The same as packed rows of a one-bit plate, where the method has them at hand. */
  readonly bits?: Uint8Array;
}

/** Makes a plate from the top downwards, a band at a time. */
export type Method = (input: MethodInput) => Generator<MethodBand>;

interface Common {
  /** Side of a grain in pixels; everything below is counted in grains. */
  readonly grain: number;
  readonly prints: Prints;
}

/** A screen as it is really made on the pixel grid. */
export type CompiledScreen = Common &
  (
    | { readonly kind: 'tile'; readonly tile: ThresholdTile; readonly cells: CellMap | null }
    | { readonly kind: 'field'; readonly field: ThresholdField; readonly cells: CellMap | null }
    | { readonly kind: 'noise'; readonly thresholds: ThresholdRow }
    | { readonly kind: 'method'; readonly method: Method }
  );

export interface PrepareInput {
  readonly sheet: Sheet;
  readonly width: number;
  readonly height: number;
  readonly screen: Screen;
  /** Pixels from one row of cells to the next. */
  readonly pitch: number;
  /** Quick and coarser, for a look while a dial turns. */
  readonly draft: boolean;
  /** A picture of the job by its id; null when it is not there. */
  pictureOf(id: string): PictureSource | null;
}
