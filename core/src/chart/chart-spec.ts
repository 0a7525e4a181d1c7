/** What decides everything that stands on a calibration chart. */
export interface ChartSpec {
  /** Inks in print order, 1 to `MOST_CHART_INKS`. */
  readonly inks: number;
  /** The ink that prints the corner marks and the code: the one that stands out most from the stock. */
  readonly key: number;
  /** Sheets smaller than A4 carry the chart in so many twentieths of its full size. */
  readonly twentieths: number;
}

export const MOST_CHART_INKS = 6;
/** Charts of another version have other patches, and are not read. */
export const CHART_VERSION = 1;
/** Twentieths of a chart in full size. */
export const FULL_SIZE = 20;

/** Size of the chart in its own units, which are mm where it is printed in full size. */
export const CHART_WIDTH = 186;
export const CHART_HEIGHT = 262;
