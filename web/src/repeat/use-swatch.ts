import { type Job, plateKey, printingPasses, repeatFault } from '@chromatype/core';
import { proxy } from 'comlink';
import { useEffect, useState } from 'react';
import { enginePool } from '../engine/pool.ts';
import type { SwatchNote } from '../engine/swatch.ts';

/** A swatch that the worker holds. */
export interface MadeSwatch extends SwatchNote {
  readonly key: string;
}

interface SwatchState {
  /** The swatch that was made last; it stays in sight while the next one is made. */
  readonly swatch: MadeSwatch | null;
  /** Share that is done of the one that is being made; null while none is. */
  readonly share: number | null;
  readonly problem: string | null;
}

/** Milliseconds after the last change before a swatch is made. */
const PATIENCE = 250;

/** The worker that makes swatches and shows them. */
export const swatchWorker = () => enginePool().printers[0]!;

/** The swatch of a job, made anew when anything it depends on changes; `key`: of the one that is wanted. */
export function useSwatch(job: Job, ready: boolean): SwatchState & { readonly key: string } {
  const [state, setState] = useState<SwatchState>({ swatch: null, share: null, problem: null });
  const fault = printingPasses(job).length === 0 ? 'No pass prints; switch one on first.' : repeatFault(job);
  const { ppi: _, ...repeat } = job.repeat;
  const key = JSON.stringify([
    job.sheet,
    repeat,
    printingPasses(job).map((p) => [p.ink, p.colouring, plateKey(job, p)]),
  ]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what the swatch depends on
  useEffect(() => {
    if (!ready || fault) {
      setState((s) => ({ ...s, share: null, problem: fault }));
      return;
    }
    let over = false;
    const told = (share: number) => {
      if (!over) setState((s) => ({ ...s, share }));
      return !over;
    };
    const timer = setTimeout(() => {
      told(0);
      swatchWorker()
        .swatch(job, key, proxy(told))
        .then((made) => {
          if (made && !over) setState({ swatch: { ...made, key }, share: null, problem: null });
        })
        .catch((error: unknown) => {
          if (!over)
            setState((s) => ({ ...s, share: null, problem: error instanceof Error ? error.message : `${error}` }));
        });
    }, PATIENCE);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [key, ready, fault]);
  return { ...state, key };
}
