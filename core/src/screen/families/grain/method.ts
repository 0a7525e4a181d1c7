import type { Kernels } from '../../../kernel/kernels.ts';
import type { Prints } from '../../compiled.ts';

/** Writes the thresholds 0..65534 of `count` grains from (x, y) on to `out`. */
export type ThresholdRow = (x: number, y: number, count: number, out: Uint16Array) => void;

/** Reads the tones of whole rows from row y on, or the light of three channels one after the other. */
export type RowReader = (y: number, rows: number) => Uint16Array;

export interface MethodInput {
  readonly kernels: Kernels;
  readonly width: number;
  readonly height: number;
  readonly prints: Prints;
  /** Tones 0..65535, row by row; with a palette the light of red, green and blue instead, plane by plane. */
  readonly read: RowReader;
  /** Reads tones straight into kernel memory, where that is possible. */
  readonly readTo?: (y: number, rows: number, out: number) => void;
  /** For a first picture: what only evens out the edges of the sheet is left out. */
  readonly quick?: boolean;
}

export interface MethodBand {
  readonly y: number;
  readonly rows: number;
  /** A level or a palette index for each grain. */
  readonly data: Uint8Array;
  /** The same as packed rows of a one-bit plate, where the method has them at hand. */
  readonly bits?: Uint8Array;
}

/** Makes a plate from the top of the sheet downwards, a band at a time. */
export type Method = (input: MethodInput) => Generator<MethodBand>;
