import { FirstTables1764000000000 } from './1764000000000-first-tables.ts';
import { Tiles1764100000000 } from './1764100000000-tiles.ts';
import { InkSets1764200000000 } from './1764200000000-ink-sets.ts';
import { PictureSizes1764300000000 } from './1764300000000-picture-sizes.ts';
import { Clips1764500000000 } from './1764500000000-clips.ts';
import { PicturePpi1764800000000 } from './1764800000000-picture-ppi.ts';
import { Recipes1764600000000 } from './1764600000000-recipes.ts';
import { Shelf1764700000000 } from './1764700000000-shelf.ts';
import { StoneTables1764400000000 } from './1764400000000-stone-tables.ts';

/** Every step from an empty database to the tables of today. */
export const MIGRATIONS = [
  FirstTables1764000000000,
  Tiles1764100000000,
  InkSets1764200000000,
  PictureSizes1764300000000,
  StoneTables1764400000000,
  Clips1764500000000,
  Recipes1764600000000,
  Shelf1764700000000,
  PicturePpi1764800000000,
] as const;
