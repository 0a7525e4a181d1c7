import type { Lab } from '../colour/lab.ts';
import type { CurvePoint } from '../settings/params.ts';
import type { InkSettings } from './ink-params.ts';
import type { PressSettings } from './press-params.ts';
import type { StockSettings } from './stock-params.ts';

/** What is printed on. */
export interface Stock extends StockSettings {
  readonly name: string;
  /** `#rrggbb`. */
  readonly colour: string;
  /** L*a*b* if the stock was measured. It then decides the light of the stock, and `colour` is its display value. */
  readonly measured: Lab | null;
  /** Measured overprints of several inks on this stock. */
  readonly overprints: readonly Overprint[];
}

/** A measured overprint: the inks by name and the colour that they print together. */
export interface Overprint {
  readonly inks: readonly string[];
  readonly lab: Lab;
  /** L*a*b* of the stock on which it was measured. */
  readonly stock: Lab;
}

/** What a press made of the tones of an ink, as a calibration chart tells. */
export interface InkTones {
  /** Tone asked for and tone printed. */
  readonly gain: readonly CurvePoint[];
  /** Tones below this share do not hold. */
  readonly smallest: number;
  /** Tones from this share on fill. */
  readonly solidFrom: number;
}

/** What a pass lays on the stock. */
export interface Ink extends InkSettings {
  readonly name: string;
  /** `#rrggbb` of its solid on white. */
  readonly colour: string;
  /** L*a*b* of its solid and of the stock beneath it, if the ink was measured. These then decide its light. */
  readonly measured: { readonly lab: Lab; readonly stock: Lab } | null;
  /** What the press makes of its tones, where that was measured: passes that take the ink from a set print by it. */
  readonly tones?: InkTones;
  /** How the ink may come off the press. The plates never depend on it. */
  readonly press: PressSettings;
}
