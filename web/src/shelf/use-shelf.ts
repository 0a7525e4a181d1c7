import { useCallback, useEffect, useRef, useState } from 'react';
import { jobs, type ListedJob, type ShelfAsked } from '../api/jobs.ts';

/** Jobs that are fetched at a time. */
const PAGE = 60;

/** What is known of a list: how many jobs it has, and those that were fetched, by their places. */
interface Known {
  readonly total: number;
  readonly at: ReadonlyMap<number, ListedJob>;
}

export interface ShelfList {
  /** Null until the list has been fetched for the first time. */
  readonly total: number | null;
  readonly problem: string | null;
  /** The job at a place; undefined while it is on its way. */
  at(place: number): ListedJob | undefined;
  /** Every job that has been fetched. */
  readonly fetched: readonly ListedJob[];
  /** Fetches the jobs of some places that are coming into sight. */
  want(from: number, to: number): void;
  /** Fetches what is in sight anew, after a change. What is shown stays until it is there. */
  reload(): void;
}

/** Jobs of the Shelf or of the trash, fetched page by page as they come into sight. */
export function useShelf(asked: ShelfAsked): ShelfList {
  const [known, setKnown] = useState<Known | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const key = JSON.stringify(asked);
  const state = useRef({ key, pages: new Set<number>(), seen: [0] as number[] });

  const fetchPage = useCallback((forKey: string, page: number, fresh: boolean) => {
    const current = state.current;
    if (current.key !== forKey || (current.pages.has(page) && !fresh)) return;
    current.pages.add(page);
    jobs.page(JSON.parse(forKey) as ShelfAsked, PAGE, page * PAGE).then(
      ({ jobs: list, total }) => {
        if (state.current !== current) return;
        setProblem(null);
        setKnown((before) => {
          const at = new Map(fresh && page === current.seen[0] ? [] : before?.at);
          list.forEach((job, k) => {
            at.set(page * PAGE + k, job);
          });
          return { total, at };
        });
      },
      (error: unknown) => {
        current.pages.delete(page);
        if (state.current === current) setProblem(error instanceof Error ? error.message : String(error));
      },
    );
  }, []);

  const begin = useCallback(
    (forKey: string, seen: readonly number[]) => {
      state.current = { key: forKey, pages: new Set(), seen: [...seen] };
      for (const page of seen) fetchPage(forKey, page, true);
    },
    [fetchPage],
  );
  useEffect(() => begin(key, [0]), [key, begin]);

  const want = useCallback(
    (from: number, to: number) => {
      const first = Math.floor(from / PAGE);
      const last = Math.floor(Math.max(from, to) / PAGE);
      const seen = Array.from({ length: last - first + 1 }, (_, k) => first + k);
      state.current.seen = seen;
      for (const page of seen) fetchPage(state.current.key, page, false);
    },
    [fetchPage],
  );
  const reload = useCallback(() => begin(state.current.key, state.current.seen), [begin]);
  return {
    total: known?.total ?? null,
    problem,
    at: (place) => known?.at.get(place),
    fetched: known ? [...known.at.values()] : [],
    want,
    reload,
  };
}
