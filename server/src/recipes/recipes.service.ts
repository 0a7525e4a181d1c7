import { randomUUID } from 'node:crypto';
import { JobError, type Recipe, readRecipe, shippedRecipes } from '@chromatype/core';
import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Not, Repository } from 'typeorm';
import { FavouriteEntity, RecipeEntity } from './recipe.entity.ts';

/** A recipe of the studio as it is listed; one that cannot be read says why. */
export type ListedRecipe = { readonly id: string; readonly name: string; readonly updatedAt: string } & (
  | { readonly recipe: Recipe }
  | { readonly unreadable: string }
);

const gone = () => new NotFoundException({ message: 'There is no such recipe; it may have been deleted.' });

function listed({ id, name, updatedAt, document }: RecipeEntity): ListedRecipe {
  const known = { id, name, updatedAt };
  if (document === null) return { ...known, unreadable: 'This recipe is damaged and cannot be read.' };
  try {
    return { ...known, recipe: readRecipe(document) };
  } catch (error) {
    if (error instanceof JobError) return { ...known, unreadable: error.message };
    throw error;
  }
}

@Injectable()
export class RecipesService {
  constructor(
    @InjectRepository(RecipeEntity) private readonly recipes: Repository<RecipeEntity>,
    @InjectRepository(FavouriteEntity) private readonly favourites: Repository<FavouriteEntity>,
  ) {}

  /** The studio's own recipes by name, and the ids of those that are favourites, shipped ones among them. */
  async list() {
    const rows = await this.recipes.find({ where: { removedAt: IsNull() }, order: { name: 'ASC', createdAt: 'ASC' } });
    const favourites = (await this.favourites.find()).map((f) => f.recipe);
    return { recipes: rows.map(listed), favourites };
  }

  /** A recipe by its id; one that ships by its name. @throws NotFoundException @throws JobError */
  async get(id: string): Promise<Recipe> {
    const shipped = shippedRecipes().find((r) => r.id === id);
    if (shipped) return shipped.recipe;
    const row = await this.recipes.findOneBy({ id, removedAt: IsNull() });
    if (!row) throw gone();
    return readRecipe(row.document);
  }

  async create(document: unknown): Promise<ListedRecipe> {
    const recipe = readRecipe(document);
    const now = new Date().toISOString();
    const own = { name: recipe.name, document: recipe, createdAt: now, updatedAt: now, removedAt: null };
    return listed(await this.recipes.save({ id: randomUUID(), ...own }));
  }

  async replace(id: string, document: unknown): Promise<ListedRecipe> {
    const recipe = readRecipe(document);
    const row = await this.recipes.findOneBy({ id, removedAt: IsNull() });
    if (!row) throw gone();
    const change = { name: recipe.name, document: recipe, updatedAt: new Date().toISOString() };
    return listed(await this.recipes.save({ ...row, ...change }));
  }

  /** Takes a recipe off the list; `restore` brings it back. Jobs that were made with it stay as they are. */
  async remove(id: string): Promise<void> {
    const { affected } = await this.recipes.update(
      { id, removedAt: IsNull() },
      { removedAt: new Date().toISOString() },
    );
    if (affected !== 1) throw gone();
  }

  async restore(id: string): Promise<ListedRecipe> {
    await this.recipes.update({ id, removedAt: Not(IsNull()) }, { removedAt: null });
    const row = await this.recipes.findOneBy({ id, removedAt: IsNull() });
    if (!row) throw gone();
    return listed(row);
  }

  async like(id: string): Promise<void> {
    await this.get(id);
    await this.favourites.save({ recipe: id });
  }

  async unlike(id: string): Promise<void> {
    await this.favourites.delete({ recipe: id });
  }
}
