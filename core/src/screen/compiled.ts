import type { LatticeVectors } from '../repeat/snapped-lattice.ts';
import type { Kernels } from '../kernel/kernels.ts';
import type { MarkSource } from '../marks/source.ts';
import type { LaidStones } from '../stones/lay.ts';
import type { ArtworkReader } from '../picture/artwork-feed.ts';
import type { Area, LightReader } from '../raster/area.ts';
import type { Plate } from '../raster/plate.ts';
import type { Size } from '../raster/sheet.ts';
import type { BentLattice } from '../bend/bends.ts';
import type { NodesReader } from './bent/bent-nodes.ts';
import type { LatticePositions } from './periodic/positions.ts';
import type { ThresholdTile } from './periodic/threshold-tile.ts';

/** Which cell a pixel lies in, for one tone a cell. */
export type CellMap =
  | { readonly kind: 'lattice'; readonly positions: LatticePositions; readonly pitch: number }
  | { readonly kind: 'bent'; readonly nodes: NodesReader }
  | {
      readonly kind: 'places';
      /** A whole number for the cell of the sheet's pixel (x, y), the same for no other cell. */
      cellOf(x: number, y: number): number;
      /** No two pixels of a cell are further apart than this. */
      readonly reach: number;
    };

/** What a plate holds: two levels are ink and no ink, more are steps of the ink; a palette has colours of its own. */
export interface Prints {
  readonly levels: number;
  readonly palette: readonly string[] | null;
  /** Where the nearest colour of a palette is chosen. */
  readonly space: 'oklab' | 'light';
  /** Colours of the artwork itself, with alpha, instead of ink. */
  readonly artwork: boolean;
  /** Whether marks carry the tone, as a press needs it. */
  readonly screened: boolean;
  /** Its plates need finished tones beside the colours that they take. */
  readonly tonesToo?: boolean;
  /** It prints pieces, of which wear takes nothing. */
  readonly unworn?: boolean;
}

export const ONE_INK: Prints = { levels: 2, palette: null, space: 'light', artwork: false, screened: true };

/** Whether a screen is given the colours of a picture rather than tones. */
export const takesColours = ({ palette, artwork }: Prints): boolean => artwork || palette !== null;

/** Tone tables of a pass for both depths of picture codes: 256 or 65536 tones 0..65535, made when first asked for. */
export interface ToneTables {
  tones(depth: 8 | 16): Uint16Array;
}

/** Reads tones 0..65535 over an area, row by row; for palettes the light of red, green and blue, plane by plane. */
export interface ValueReader {
  (area: Area): Uint16Array;
  /** The same straight into kernel memory, where that is possible. */
  readonly to?: (area: Area, out: number) => void;
}

/** What a screen makes a plate of. */
export interface ToneInput {
  readonly kernels: Kernels;
  /** The sheet in pixels. */
  readonly sheet: Size;
  /** Finished tones: after paint, one tone a cell and the limits of tone. */
  readonly tones: ValueReader;
  /** Applies the limits of tone to a tone 0..65535, for screens that finish the tone of a cell themselves. */
  finish(tone: number): number;
  /** Where the fill may print, for screens that see to the edges themselves; null for the whole sheet. */
  readonly within: ((area: Area) => number | Uint8Array) | null;
  /** The stones of the fill, for screens of stones; null where no pass has laid them. */
  readonly stones: LaidStones | null;
  /**
   * Light and the table from light to finished tones (for outlines: to tones that they finish themselves), if nothing else
   * lies between the two. A screen may then compare the codes of light themselves, without a tone for every pixel.
   */
  readonly codes: { readonly light: LightReader; readonly tables: ToneTables } | null;
  /** Light of red, green and blue after the tone curve, for palettes and artwork. */
  readonly colours: ValueReader;
  /** The whole picture read as artwork in one go, and its tone tables; null where its parts are read one by one. */
  readonly artwork: { readonly read: ArtworkReader; readonly tables: ToneTables } | null;
  /** Where artwork is clear, 65535; null where all of it is opaque, and for screens that print no artwork. */
  readonly clear: ValueReader | null;
  /**
   * Methods that need all rows above treat each area as a sheet of its own: a first picture, of the same kind but
   * not made of the pixels of the plate.
   */
  readonly piecemeal: boolean;
}

/** Makes a plate over any area of the sheet. `release` gives back the kernel memory that it holds. */
export interface Plater {
  plate(area: Area): Plate;
  /** Work on the whole sheet that comes before the first row, in steps that yield the share done, 0..1. */
  begin?(): Generator<number, void>;
  release(): void;
}

/** A screen as it is really made on the pixel grid. Everything that differs between families is behind it. */
export interface CompiledScreen {
  /** Cells for one tone a cell; null for screens without cells. */
  readonly cells: CellMap | null;
  /** The repeat of a screen that is periodic on the pixel grid. */
  readonly tile: ThresholdTile | null;
  /** Thresholds over any area, row by row: ink prints where a tone is greater. Null for methods without thresholds. */
  readonly thresholds: ((area: Area) => Uint16Array) | null;
  /** Bytes that it holds, nearly, for caches. */
  readonly bytes: number;
  /** The outlines that it prints, where it is made of outlines. */
  marks?(input: ToneInput): MarkSource;
  /** Both vectors of its lattice in pixels, y upwards, where all of it repeats along them. */
  readonly repeats?: LatticeVectors | undefined;
  /** The same screen with its lattice bent; left out by screens that have none. */
  bent?(how: BentLattice): CompiledScreen;
  /**
   * Of a bent screen: a name for how an area is printed that its bends leave alone, equal for all bends that do; null for
   * an area that they move.
   */
  unmoved?(area: Area): string | null;
  /** Makes plates of tones by this screen. */
  plater(input: ToneInput): Plater;
}
