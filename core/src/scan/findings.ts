import type { Lab } from '../colour/lab.ts';
import type { LinearRgb } from '../colour/srgb.ts';

/**
 * How sure a finding is. What is *high* was wrong in fewer than two of a hundred cases of each kind, on made scans; colours
 * are never *high* (docs/decisions/scans.md).
 */
export type Confidence = 'high' | 'medium' | 'low' | 'none';

/** Something that was read from a scan. Of confidence `none` nothing could be known, and the value is the normal one. */
export interface Found<T> {
  readonly value: T;
  readonly confidence: Confidence;
}

export const found = <T>(value: T, confidence: Confidence): Found<T> => ({ value, confidence });
export const unknown = <T>(value: T): Found<T> => ({ value, confidence: 'none' });

export type ScreenKind = 'dots' | 'lines' | 'grain';

/** A screen as the scan shows it; lengths are pixels of the scan. */
export interface FoundScreen {
  readonly kind: Found<ScreenKind>;
  /** Pixels from one row of cells to the next; of grain the size of a grain. */
  readonly pitch: Found<number>;
  /** Degrees counter-clockwise from the scan's x axis, 0 to 180; of a lattice of no direction 0 to 90. */
  readonly angle: Found<number>;
  readonly lattice: Found<'square' | 'staggered' | 'hexagonal'>;
  /** Name of the nearest dot shape. */
  readonly shape: Found<string>;
  readonly group: Found<string>;
  /** Coverage of the smallest dots that print, and from which on everything is solid. */
  readonly smallest: Found<number>;
  readonly solidFrom: Found<number>;
  /** How uneven the edges of marks are: 0 clean, 1 torn. */
  readonly ragged: Found<number>;
}

export interface FoundInk {
  readonly light: LinearRgb;
  readonly lab: Found<Lab>;
  /** Share of the scan that it covers. */
  readonly area: number;
  /** How far it lies off the ink whose edges are most like those of the others, in pixels of the scan, right and down. */
  readonly misregister: Found<readonly [number, number]>;
  readonly screen: FoundScreen;
}

/** All that was found in a scan of a print. Inks stand in print order, as far as it can be told: the lightest first. */
export interface Findings {
  readonly width: number;
  readonly height: number;
  readonly stock: Found<Lab>;
  readonly stockLight: LinearRgb;
  /** How uneven the bare stock is: the standard deviation of its lightness L*, noise left aside. */
  readonly texture: Found<number>;
  readonly count: Found<number>;
  readonly inks: readonly FoundInk[];
  /** Overprints that the scan shows, by code. */
  readonly overprints: readonly { readonly code: number; readonly lab: Lab }[];
  /** Turn of the print by which its screens would stand at angles that are common practice; unknown of one ink. */
  readonly turn: Found<number>;
}
