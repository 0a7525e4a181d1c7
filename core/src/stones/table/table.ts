/** One size of stones, as it is bought. Lengths in mm. */
export interface StoneSize {
  /** What it is called, once in a table, such as `SS10`. */
  readonly name: string;
  /** Name of an entry of `STONE_SHAPES`. */
  readonly shape: string;
  readonly width: number;
  /** Equal to the width for round stones. */
  readonly height: number;
  /** Price of a bag, in the currency of the shop. */
  readonly price: number;
  /** Stones in a bag. */
  readonly bag: number;
  /** Weight of one stone, in g. */
  readonly weight: number;
  /** By how much the hole for it is wider than the stone. */
  readonly clearance: number;
}

export interface StoneColour {
  /** What it is called, once in a table. */
  readonly name: string;
  /** `#rrggbb`. */
  readonly colour: string;
}

/** The stones that a job is made of. */
export interface StoneTable {
  readonly sizes: readonly StoneSize[];
  readonly colours: readonly StoneColour[];
}

/** Sizes and colours of a table at most: layouts keep both as bytes. */
export const MOST_SIZES = 64;
export const MOST_COLOURS = 200;

const round = (name: string, width: number, price: number, weight: number): StoneSize => ({
  name,
  shape: 'round',
  width,
  height: width,
  price,
  bag: 1440,
  weight,
  clearance: 0.2,
});

/**
 * The stones that a new job starts with. Diameters are common practice of the trade; prices, weights and colours are made up
 * for the demo.
 */
export const DEFAULT_STONES: StoneTable = {
  sizes: [
    round('SS6', 2, 6.5, 0.008),
    round('SS10', 2.8, 8, 0.02),
    round('SS16', 3.9, 11, 0.045),
    round('SS20', 4.7, 14, 0.075),
  ],
  colours: [
    { name: 'Clear', colour: '#e8eef2' },
    { name: 'Signal red', colour: '#d8332a' },
    { name: 'Gull yellow', colour: '#f2c230' },
    { name: 'Deep teal', colour: '#0b6e75' },
    { name: 'Harbour blue', colour: '#24509a' },
    { name: 'Jet', colour: '#1e1b18' },
  ],
};

/** Index of a size by its name; −1 if the table has none of that name. */
export const sizeIndex = ({ sizes }: StoneTable, name: string): number => sizes.findIndex((s) => s.name === name);

/** Index of a colour by its name; −1 if the table has none of that name. */
export const colourIndex = ({ colours }: StoneTable, name: string): number => colours.findIndex((c) => c.name === name);
