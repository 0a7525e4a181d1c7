import { existsSync } from 'node:fs';
import {
  memorySource,
  type PictureSource,
  type Recipe,
  readRecipeFile,
  type RecipeFile,
  shippedRecipes,
} from '@chromatype/core';
import { databaseFile } from '../database/file.ts';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { withRecipes } from '../recipes/with-recipes.ts';
import { readInput } from './files.ts';
import { UsageError } from './usage-error.ts';

/** Shipped recipes by id, the studio's own by id or name. */
export interface NamedRecipe {
  readonly id: string;
  readonly recipe: Recipe;
  readonly shipped: boolean;
}

/** Every recipe that a data folder knows: those that ship, and the studio's own where there is a database. */
export async function allRecipes(data: string): Promise<NamedRecipe[]> {
  const shipped = shippedRecipes().map((r) => ({ ...r, shipped: true }));
  if (!existsSync(databaseFile(data))) return shipped;
  const { recipes } = await withRecipes(data, ({ recipes: own }) => own.list());
  const own = recipes.flatMap((r) => ('recipe' in r ? [{ id: r.id, recipe: r.recipe, shipped: false }] : []));
  return [...own, ...shipped];
}

/** A recipe by its id or its name. @throws UsageError when there is none, or several of the studio's own have the name */
export async function namedRecipe(data: string, name: string): Promise<NamedRecipe> {
  const all = await allRecipes(data);
  const byId = all.find((r) => r.id === name);
  if (byId) return byId;
  const called = all.filter((r) => r.recipe.name.toLowerCase() === name.toLowerCase());
  const own = called.filter((r) => !r.shipped);
  if (own.length > 1) {
    throw new UsageError(
      `${own.length} recipes are called "${name}"; name one by its id: ${own.map((r) => r.id).join(', ')}.`,
    );
  }
  const [found] = called;
  if (!found) throw new UsageError(`There is no recipe "${name}"; see "chromatype recipe list".`);
  return found;
}

/** A recipe out of a file. @throws UsageError or JobError when it is none */
export async function recipeOfFile(file: string): Promise<RecipeFile> {
  const text = (await readInput(file)).toString('utf8');
  try {
    return readRecipeFile(JSON.parse(text));
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`${file} is not valid JSON.`);
    throw error;
  }
}

/**
 * A recipe by its name, or out of a file. The pictures that a file brings along are added to `pictures`, by their hashes.
 * @throws UsageError or JobError when it is none
 */
export async function recipeFor(data: string, name: string, pictures: Map<string, PictureSource>): Promise<Recipe> {
  if (!existsSync(name)) return (await namedRecipe(data, name)).recipe;
  const { recipe, files } = await recipeOfFile(name);
  for (const [hash, bytes] of Object.entries(files)) {
    const { width, height, channels, pixels } = await normalisePicture(bytes, `${recipe.name}.png`);
    pictures.set(hash, memorySource(width, height, channels, pixels));
  }
  return recipe;
}
