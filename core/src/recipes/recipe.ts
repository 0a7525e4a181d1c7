import type { Job } from '../document/types.ts';

/** The newest version of recipe documents, which this program writes. The job inside has a version of its own. */
export const RECIPE_VERSION = 1;

/** What a recipe's dots and other lengths of its chain keep when it is applied to a sheet of another size. */
export const LENGTHS = [
  { name: 'mm', label: 'In mm', about: 'Dots are as large on every sheet.' },
  { name: 'sheet', label: 'With the sheet', about: 'Dots grow and shrink with the sheet, so that as many lie on it.' },
] as const;

export type Lengths = (typeof LENGTHS)[number]['name'];

/** A picture of the artist that a recipe asks for: the fills and parts of stencils that take it. */
export interface Slot {
  readonly name: string;
  /** Ids of fills of the recipe's job. Their feeds name no picture. */
  readonly fills: readonly string[];
  /** Parts of stencils that look at the picture. */
  readonly parts: readonly { readonly stencil: string; readonly part: string }[];
}

/** A chain, or several passes with inks and stock, saved without its pictures. */
export interface Recipe {
  readonly format: 'chromatype-recipe';
  readonly version: typeof RECIPE_VERSION;
  readonly name: string;
  readonly note: string;
  /** What it looks like, in a word or two: the heading under which it is found. */
  readonly group: string;
  readonly tags: readonly string[];
  readonly lengths: Lengths;
  /** Whether it brings its stock, what the stock shows, and the finish of the print. */
  readonly stock: boolean;
  /**
   * Its passes, with what they need: separations, stencils, stones, tiles and pictures made here. Its sheet is the one on
   * which the lengths are meant.
   */
  readonly job: Job;
  readonly slots: readonly Slot[];
}

/** A recipe with the files of the pictures that belong to it, such as an artist's own tile, by their SHA-256. */
export interface RecipeFile {
  readonly recipe: Recipe;
  readonly files: Readonly<Record<string, Uint8Array>>;
}
