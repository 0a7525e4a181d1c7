import type { Run } from '../../api/runs.ts';
import { RunRow } from './RunRow.tsx';

/** Runs that are shown. */
const SHOWN = 3;

/** The last runs of a list, the newest first; nothing where there are none. */
export function LastRuns({ label, list }: { readonly label: string; readonly list: readonly Run[] }) {
  if (list.length === 0) return null;
  const newest = [...list].sort((a, b) => b.createdAt.localeCompare(a.createdAt)).slice(0, SHOWN);
  return (
    <ul aria-label={label} className="grid gap-2">
      {newest.map((run) => (
        <RunRow key={run.id} run={run} />
      ))}
    </ul>
  );
}
