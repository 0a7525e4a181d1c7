import type { Fill, Job, Pass } from '@chromatype/core';
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { useSetParam } from '../ui/use-set-param.ts';

interface Chosen {
  readonly pass: Pass | null;
  /** The fill of the chosen pass that the chain shows: the one in the address, or its first. */
  readonly fill: Fill | null;
  readonly stock: boolean;
  choose(id: string | 'stock'): void;
}

/** The chosen pass and fill, or the stock. The choice is part of the address, so that a reload keeps it. */
export function useChosen(job: Job): Chosen {
  const [params] = useSearchParams();
  const setParam = useSetParam(true);
  const wanted = params.get('pass');
  const stock = wanted === 'stock' || job.passes.length === 0;
  const pass = stock ? null : (job.passes.find((p) => p.id === wanted) ?? job.passes[0]!);
  const fill = pass && (pass.fills.find((f) => f.id === params.get('fill')) ?? pass.fills[0]);
  const choose = useCallback((id: string) => setParam('pass', id), [setParam]);
  return { pass, fill, stock, choose };
}
