import { INK_SETS, type InkSet, inkSetDocument, readInkSet } from '@chromatype/core';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { json, request } from './http.ts';

interface Stored {
  readonly id: string;
  readonly document: unknown;
}

/** A set of the studio's own and what it goes by on the server. */
export interface OwnSet {
  readonly id: string;
  readonly set: InkSet;
}

const useStoredSets = create<{ readonly sets: readonly OwnSet[] | null }>(() => ({ sets: null }));
const NONE: readonly OwnSet[] = [];

async function loadSets(): Promise<void> {
  const stored = await request<Stored[]>('/ink-sets');
  useStoredSets.setState({
    sets: stored.map(({ id, document }) => ({ id, set: { ...readInkSet(document), name: `own ${id}` } })),
  });
}

/** The studio's own sets, fetched when first asked for. */
export function useOwnSets(): readonly OwnSet[] {
  useEffect(() => {
    if (useStoredSets.getState().sets === null) loadSets().catch(() => {});
  }, []);
  return useStoredSets((s) => s.sets) ?? NONE;
}

/** Every set there is: those that ship, then the studio's own. */
export function useInkSets(): readonly InkSet[] {
  const own = useOwnSets();
  return useMemo(() => [...INK_SETS, ...own.map((o) => o.set)], [own]);
}

async function changing<T>(work: Promise<T>): Promise<T> {
  const made = await work;
  await loadSets();
  return made;
}

const documentOf = (set: InkSet) => ({ document: inkSetDocument(set) });

export const saveSet = (set: InkSet): Promise<Stored> => changing(request('/ink-sets', json('POST', documentOf(set))));

/** Changes that the server does not have yet, one after the other. */
let queue: Promise<unknown> = Promise.resolve();
let waiting = 0;

/**
 * Changes a set: at once in this page, so that a next change begins with it, and then on the server. When the last one is
 * through, what the server has is shown; also after a refusal.
 */
export function replaceSet(id: string, set: InkSet): Promise<unknown> {
  useStoredSets.setState(({ sets }) => ({ sets: sets?.map((o) => (o.id === id ? { id, set } : o)) ?? null }));
  waiting++;
  const work = queue.then(() => request(`/ink-sets/${id}`, json('PUT', documentOf(set))));
  queue = work.catch(() => {});
  return work.finally(() => (--waiting === 0 ? loadSets() : undefined));
}

export const deleteSet = (id: string): Promise<void> => changing(request(`/ink-sets/${id}`, { method: 'DELETE' }));
