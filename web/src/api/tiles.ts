import { useEffect } from 'react';
import { create } from 'zustand';
import { json, request } from './http.ts';

/** A tile that was saved under a name; its pixels are the picture of this hash. */
export interface StoredTile {
  readonly id: string;
  readonly name: string;
  readonly hash: string;
  readonly width: number;
  readonly height: number;
}

const useStoredTiles = create<{ readonly tiles: readonly StoredTile[] | null }>(() => ({ tiles: null }));
const NONE: readonly StoredTile[] = [];

export async function loadTiles(): Promise<void> {
  useStoredTiles.setState({ tiles: await request<StoredTile[]>('/tiles') });
}

/** All saved tiles, fetched when first asked for. */
export function useTiles(): readonly StoredTile[] {
  useEffect(() => {
    if (useStoredTiles.getState().tiles === null) loadTiles().catch(() => {});
  }, []);
  return useStoredTiles((s) => s.tiles) ?? NONE;
}

async function changing<T>(work: Promise<T>): Promise<T> {
  const made = await work;
  await loadTiles();
  return made;
}

export const saveTile = (name: string, hash: string): Promise<StoredTile> =>
  changing(request('/tiles', json('POST', { name, hash })));
export const renameTile = (id: string, name: string): Promise<StoredTile> =>
  changing(request(`/tiles/${id}`, json('PATCH', { name })));
export const deleteTile = (id: string): Promise<void> => changing(request(`/tiles/${id}`, { method: 'DELETE' }));
