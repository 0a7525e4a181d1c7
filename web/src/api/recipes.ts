import { type Recipe, shippedRecipes } from '@chromatype/core';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { json, request } from './http.ts';

/** A recipe that can be read, from wherever it comes. */
export interface KnownRecipe {
  readonly id: string;
  readonly recipe: Recipe;
  /** It ships with the application and is not changed. */
  readonly shipped: boolean;
  readonly favourite: boolean;
  /** Changes with every change of the recipe. */
  readonly stamp: string;
}

/** A recipe of the studio that cannot be read, and why. */
export interface UnreadableRecipe {
  readonly id: string;
  readonly name: string;
  readonly unreadable: string;
}

type Stored = { readonly id: string; readonly name: string; readonly updatedAt: string } & (
  | { readonly recipe: Recipe }
  | { readonly unreadable: string }
);

interface Listed {
  readonly recipes: readonly Stored[];
  readonly favourites: readonly string[];
}

const useStored = create<{ readonly listed: Listed | null }>(() => ({ listed: null }));

export async function loadRecipes(): Promise<void> {
  useStored.setState({ listed: await request<Listed>('/recipes') });
}

/** Every recipe: the studio's own by name, then those that ship, group by group. */
export function useRecipes(): {
  readonly known: readonly KnownRecipe[];
  readonly unreadable: readonly UnreadableRecipe[];
} {
  useEffect(() => {
    loadRecipes().catch(() => {});
  }, []);
  const listed = useStored((s) => s.listed);
  return useMemo(() => {
    const liked = new Set(listed?.favourites);
    const own = (listed?.recipes ?? []).flatMap((r) =>
      'recipe' in r
        ? [{ id: r.id, recipe: r.recipe, shipped: false, favourite: liked.has(r.id), stamp: r.updatedAt }]
        : [],
    );
    const shipped = shippedRecipes().map((r) => ({ ...r, shipped: true, favourite: liked.has(r.id), stamp: '' }));
    const unreadable = (listed?.recipes ?? []).flatMap((r) => ('unreadable' in r ? [r] : []));
    return { known: [...own, ...shipped], unreadable };
  }, [listed]);
}

async function changing<T>(work: Promise<T>): Promise<T> {
  const made = await work;
  await loadRecipes();
  return made;
}

const at = (id: string, rest = ''): string => `/recipes/${encodeURIComponent(id)}${rest}`;

export const saveRecipe = (document: Recipe): Promise<Stored> =>
  changing(request('/recipes', json('POST', { document })));
export const replaceRecipe = (id: string, document: Recipe): Promise<Stored> =>
  changing(request(at(id), json('PUT', { document })));
export const deleteRecipe = (id: string): Promise<void> => changing(request(at(id), { method: 'DELETE' }));
export const restoreRecipe = (id: string): Promise<Stored> => changing(request(at(id, '/restore'), { method: 'POST' }));
export const likeRecipe = (id: string, likes: boolean): Promise<void> =>
  changing(request(at(id, '/favourite'), { method: likes ? 'PUT' : 'DELETE' }));
export const importRecipe = (file: Blob): Promise<Stored> =>
  changing(
    request('/recipes/import', { method: 'POST', body: file, headers: { 'Content-Type': 'application/octet-stream' } }),
  );
/** Where a recipe is fetched as a file. */
export const recipeFileUrl = (id: string): string => `/api${at(id, '/file')}`;
