import { useCallback, useEffect, useState } from 'react';
import { isOver, type Run, runs } from '../api/runs.ts';

/** Milliseconds between two looks at the list: while something is being made, and while nothing is. */
const [BUSY, CALM] = [700, 4000];

interface AllRuns {
  readonly list: readonly Run[] | null;
  readonly room: { readonly used: number; readonly left: number } | null;
  readonly problem: string | null;
  look(): void;
}

/** The runs of all jobs, looked at again and again. What was seen last stays while the server does not answer. */
export function useAllRuns(): AllRuns {
  const [seen, setSeen] = useState<Omit<AllRuns, 'look'>>({ list: null, room: null, problem: null });
  const [turn, setTurn] = useState(0);
  const look = useCallback(() => setTurn((n) => n + 1), []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each turn looks once
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let over = false;
    const again = (busy: boolean) => {
      if (!over) timer = setTimeout(look, busy ? BUSY : CALM);
    };
    Promise.all([runs.list(), runs.room()]).then(
      ([list, room]) => {
        if (over) return;
        setSeen({ list, room, problem: null });
        again(list.some((run) => !isOver(run)));
      },
      (error: unknown) => {
        if (over) return;
        setSeen((before) => ({ ...before, problem: error instanceof Error ? error.message : String(error) }));
        again(true);
      },
    );
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [turn, look]);
  return { ...seen, look };
}
