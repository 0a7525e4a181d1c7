import { CLOTH } from './cloth.ts';
import { COMIC_PAGE } from './comic-page.ts';
import { DUPLICATOR } from './duplicator.ts';
import { ENGRAVING } from './engraving.ts';
import { FINE_ART } from './fine-art.ts';
import { LIGHT } from './light.ts';
import type { ShippedRecipe } from './make.ts';
import { MANGA } from './manga.ts';
import { MOSAIC } from './mosaic.ts';
import { NEWSPAPER } from './newspaper.ts';
import { POP_PORTRAIT } from './pop-portrait.ts';
import { POSTER } from './poster.ts';
import { STONES } from './stones.ts';
import { WORN_PRINT } from './worn-print.ts';
import { ZINE } from './zine.ts';

export type { ShippedRecipe } from './make.ts';

/** The groups in the order in which they are shown: one file and one line each. */
const GROUPS = [
  NEWSPAPER,
  COMIC_PAGE,
  MANGA,
  ZINE,
  DUPLICATOR,
  ENGRAVING,
  POSTER,
  CLOTH,
  LIGHT,
  POP_PORTRAIT,
  MOSAIC,
  STONES,
  WORN_PRINT,
  FINE_ART,
];

let made: readonly ShippedRecipe[] | null = null;

/** Recipes of our own that ship with the application, group by group. They are made when they are first asked for. */
export function shippedRecipes(): readonly ShippedRecipe[] {
  made ??= GROUPS.flatMap((group) => group());
  return made;
}
