import { DataSource } from 'typeorm';
import { databaseOptions } from '../database/options.ts';
import { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { ReadingService } from '../sandbox/reading.service.ts';
import { settingsFrom } from '../settings.ts';
import { openDataFolder } from '../starting/data-folder.ts';
import { FavouriteEntity, RecipeEntity } from './recipe.entity.ts';
import { RecipeFilesService } from './recipe-files.service.ts';
import { RecipesService } from './recipes.service.ts';

/** The recipes of a data folder and the pictures that belong to them. */
interface Opened {
  readonly recipes: RecipesService;
  readonly files: RecipeFilesService;
}

/** Works with the recipes of a data folder without a server; one may be running. @throws StartError for a folder that is none */
export async function withRecipes<T>(data: string, work: (opened: Opened) => Promise<T>): Promise<T> {
  openDataFolder(data);
  const source = await new DataSource(databaseOptions(data)).initialize();
  const reading = new ReadingService();
  try {
    const settings = settingsFrom({ CHROMATYPE_DATA: data });
    const pictures = new PicturesService(source.getRepository(PictureEntity), settings, reading);
    return await work({
      recipes: new RecipesService(source.getRepository(RecipeEntity), source.getRepository(FavouriteEntity)),
      files: new RecipeFilesService(pictures, settings),
    });
  } finally {
    reading.onModuleDestroy();
    await source.destroy();
  }
}
