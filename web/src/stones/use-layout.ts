import type { Job, Pass, StoneFault } from '@chromatype/core';
import { useEffect, useRef, useState } from 'react';
import { enginePool } from '../engine/pool.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';

export interface LayoutState {
  /** The newest layout that is there, of this job or of the one before; null before the first. */
  readonly laid: SheetStones | null;
  /** Null while they are looked for. */
  readonly faults: readonly StoneFault[] | null;
  /** Stones are being laid. */
  readonly busy: boolean;
  readonly problem: string | null;
}

/** Milliseconds of quiet after which faults are looked for. */
const QUIET = 150;

const NOTHING: LayoutState = { laid: null, faults: null, busy: false, problem: null };

/**
 * Lays the stones of a pass in a worker, again whenever the job changes: one layout at a time, of the newest job, so that a
 * drag is followed as fast as stones are laid. The last layout stays until the next is there.
 */
export function useLayout(job: Job, pass: Pass | null, ready: boolean): LayoutState {
  const [state, setState] = useState<LayoutState>(NOTHING);
  const wanted = useRef<{ readonly job: Job; readonly pass: Pass } | null>(null);
  const working = useRef(false);

  useEffect(() => {
    wanted.current = pass && ready ? { job, pass } : null;
    if (!pass) setState(NOTHING);
    if (!wanted.current || working.current) return;
    working.current = true;
    void (async () => {
      let quiet: ReturnType<typeof setTimeout> | undefined;
      while (wanted.current) {
        const asked = wanted.current;
        wanted.current = null;
        setState((s) => ({ ...s, busy: true }));
        try {
          const laid = await enginePool().sampler.stones(asked.job, asked.pass);
          setState((s) => ({
            laid,
            faults: laid && s.laid?.key === laid.key ? s.faults : null,
            busy: false,
            problem: null,
          }));
          performance.mark('stones laid');
          clearTimeout(quiet);
          quiet = setTimeout(async () => {
            const faults = await enginePool().sampler.stoneFaults(asked.job, asked.pass);
            setState((s) => (s.laid?.key === laid?.key ? { ...s, faults } : s));
          }, QUIET);
        } catch (error) {
          setState((s) => ({ ...s, busy: false, problem: error instanceof Error ? error.message : String(error) }));
        }
      }
      working.current = false;
    })();
  }, [job, pass, ready]);

  return state;
}
