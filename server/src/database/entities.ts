import { InkSetEntity } from '../ink-sets/ink-set.entity.ts';
import { JobEntity } from '../jobs/job.entity.ts';
import { PictureEntity } from '../pictures/picture.entity.ts';
import { FavouriteEntity, RecipeEntity } from '../recipes/recipe.entity.ts';
import { RunEntity } from '../runs/run.entity.ts';
import { StoneTableEntity } from '../stone-tables/stone-table.entity.ts';
import { VersionEntity } from '../versions/version.entity.ts';
import { TileEntity } from '../tiles/tile.entity.ts';

export const ENTITIES = [
  FavouriteEntity,
  InkSetEntity,
  JobEntity,
  PictureEntity,
  RecipeEntity,
  RunEntity,
  StoneTableEntity,
  TileEntity,
  VersionEntity,
];
