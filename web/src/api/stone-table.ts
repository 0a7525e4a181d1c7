import { DEFAULT_STONES, readStoneTable, type StoneTable } from '@chromatype/core';
import { useEffect } from 'react';
import { create } from 'zustand';
import { json, request } from './http.ts';

const useStored = create<{ readonly table: StoneTable | null }>(() => ({ table: null }));

const load = async (): Promise<void> =>
  useStored.setState({ table: readStoneTable(await request<unknown>('/stone-table')) });

/** The stones of the studio, fetched when first asked for; those that ship until then. */
export function useStudioStones(): StoneTable {
  useEffect(() => {
    if (useStored.getState().table === null) load().catch(() => {});
  }, []);
  return useStored((s) => s.table) ?? DEFAULT_STONES;
}

/** Changes that the server does not have yet, one after the other. */
let queue: Promise<unknown> = Promise.resolve();

/** Changes the stones of the studio: at once in this page, and then on the server; after a refusal what that has is shown. */
export function replaceStudioStones(table: StoneTable): Promise<unknown> {
  useStored.setState({ table });
  const { sizes, colours } = table;
  const work = queue.then(() => request('/stone-table', json('PUT', { document: { sizes, colours } })));
  queue = work.catch(() => {});
  return work.catch(async (error) => {
    await load().catch(() => {});
    throw error;
  });
}
