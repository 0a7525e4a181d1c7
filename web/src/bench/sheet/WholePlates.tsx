import type { Job } from '@chromatype/core';
import { memo, useEffect, useMemo } from 'react';
import { useOpenJob } from '../../document/store.ts';
import {
  leaveWholes,
  makeWholes,
  resumeWhole,
  type SheetName,
  stopWhole,
  useWholePlates,
  wholesOf,
} from '../../engine/whole-plates.ts';
import { Button } from '../../ui/Button.tsx';

/** Milliseconds of rest before plates that need the whole sheet are made. */
const MAKE_AFTER = 250;

export type WholeStage = 'waiting' | 'done' | 'failed';

/** Has the plates made that need the whole sheet; tells how many are there, and whether any is still to come. */
export function useWholes(
  job: Job,
  ready: boolean,
  sheet: SheetName,
): { readonly there: string; readonly stage: WholeStage } {
  const dragging = useOpenJob((s) => s.dragging);
  const byKey = useWholePlates((s) => s.byKey);
  const keys = useMemo(() => wholesOf(job).map((w) => w.key), [job]);
  useEffect(() => {
    if (!ready || dragging) return;
    const timer = setTimeout(() => makeWholes(job, sheet), MAKE_AFTER);
    return () => clearTimeout(timer);
  }, [job, ready, dragging, sheet]);
  // The open sheet keeps what it needs: other views of the job show the same plates.
  useEffect(() => {
    if (sheet === 'beside') return () => void leaveWholes(sheet);
  }, [sheet]);
  const there = keys.filter((key) => byKey[key]?.state === 'ready');
  const states = keys.map((key) => byKey[key]?.state ?? 'making');
  const stage = states.includes('failed') ? 'failed' : states.includes('making') ? 'waiting' : 'done';
  return { there: there.join('\n'), stage };
}

function WholePlatesPart({ job, sheet }: { readonly job: Job; readonly sheet: SheetName }) {
  const byKey = useWholePlates((s) => s.byKey);
  const shown = wholesOf(job).filter(({ key }) => byKey[key] && byKey[key].state !== 'ready');
  if (shown.length === 0) return null;
  return (
    <ul role="status" className="absolute bottom-3 left-3 grid gap-1">
      {shown.map(({ pass, key }) => {
        const state = byKey[key]!;
        const making = state.state === 'making';
        return (
          <li key={key} className="flex items-center gap-2 bg-paper px-2 py-1">
            {making && `Making the plate of ${pass.name}, ${Math.round(state.share * 100)} %`}
            {state.state === 'stopped' && `The plate of ${pass.name} is shown as a first look`}
            {state.state === 'failed' && `The plate of ${pass.name} could not be made; this is a first look`}
            <Button onClick={() => (making ? stopWhole(key) : resumeWhole(job, key, sheet))}>
              {making ? 'Cancel' : 'Make it'}
            </Button>
          </li>
        );
      })}
    </ul>
  );
}

/** What is being made of plates that need the whole sheet, with a way to stop it and to take it up again. */
export const WholePlates = memo(WholePlatesPart);
