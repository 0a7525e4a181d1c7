import type { Job, Pass } from '@chromatype/core';
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { useSetParam } from '../ui/use-set-param.ts';

/** The chosen pass, or the stock. It stands in the address, so that a reload keeps it. */
export function useChosen(job: Job): { pass: Pass | null; stock: boolean; choose(id: string | 'stock'): void } {
  const [params] = useSearchParams();
  const setParam = useSetParam(true);
  const wanted = params.get('pass');
  const stock = wanted === 'stock' || job.passes.length === 0;
  const pass = stock ? null : (job.passes.find((p) => p.id === wanted) ?? job.passes[0]!);
  const choose = useCallback((id: string) => setParam('pass', id), [setParam]);
  return { pass, stock, choose };
}
