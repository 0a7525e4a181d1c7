import { useCallback, useEffect, useRef, useState } from 'react';
import { isOver, type Run, runs } from '../../api/runs.ts';

function saveFile(run: Run): void {
  const link = document.createElement('a');
  link.href = runs.fileUrl(run);
  link.download = run.fileName;
  link.click();
}

/** Runs of a job, followed while they go on. */
export function useRuns(jobId: string): { list: readonly Run[]; follow(run: Run, save: boolean): void } {
  const [list, setList] = useState<readonly Run[]>([]);
  const stops = useRef(new Map<string, () => void>());

  const put = useCallback(
    (run: Run) =>
      setList((all) =>
        all.some((r) => r.id === run.id) ? all.map((r) => (r.id === run.id ? run : r)) : [run, ...all],
      ),
    [],
  );

  const follow = useCallback(
    (run: Run, save: boolean) => {
      put(run);
      if (stops.current.has(run.id)) return;
      const stop = runs.watch(run.id, (now) => {
        put(now);
        if (now.state === 'done' && save) saveFile(now);
      });
      stops.current.set(run.id, stop);
    },
    [put],
  );

  useEffect(() => {
    const all = stops.current;
    runs.list().then(
      (found) => {
        for (const run of found.filter((r) => r.jobId === jobId)) {
          put(run);
          if (!isOver(run)) follow(run, false);
        }
      },
      () => {},
    );
    return () => {
      for (const stop of all.values()) stop();
      all.clear();
    };
  }, [jobId, put, follow]);

  return { list, follow };
}
