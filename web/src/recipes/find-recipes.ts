import type { KnownRecipe } from '../api/recipes.ts';

/** Which recipes are listed: all, the studio's own, favourites, or those of a group. */
export type Shown = 'all' | 'own' | 'favourites' | { readonly group: string };

/** The heading under which own recipes without a group are found. */
export const NO_GROUP = 'Own recipes';

export const groupOf = ({ recipe }: KnownRecipe): string => recipe.group || NO_GROUP;

const words = ({ recipe: { name, note, group, tags, job } }: KnownRecipe): string =>
  [name, note, group, ...tags, ...job.passes.map((p) => p.ink.name), job.sheet.stock.name].join(' ').toLowerCase();

/** Recipes whose name, note, tags, inks or stock hold every word that was typed. */
export function findRecipes(all: readonly KnownRecipe[], typed: string, shown: Shown): readonly KnownRecipe[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const listed = (r: KnownRecipe): boolean => {
    if (shown === 'all') return true;
    if (shown === 'own') return !r.shipped;
    return shown === 'favourites' ? r.favourite : groupOf(r) === shown.group;
  };
  return all.filter((r) => listed(r) && wanted.every((word) => words(r).includes(word)));
}

/** Recipes under their headings, in the order in which headings come. */
export function inGroups(list: readonly KnownRecipe[]): readonly (readonly [string, readonly KnownRecipe[]])[] {
  const groups = new Map<string, KnownRecipe[]>();
  for (const recipe of list) groups.set(groupOf(recipe), [...(groups.get(groupOf(recipe)) ?? []), recipe]);
  return [...groups];
}
