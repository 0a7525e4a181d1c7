import { applyRecipe, type Job, type Recipe } from '@chromatype/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { newId } from '../document/edits.ts';

/** A recipe on the open job that is looked at and not taken yet. */
export interface Trial {
  /** What is tried, and on which state of the job. */
  readonly recipe: Recipe;
  readonly of: Job;
  readonly job: Job;
}

/** Milliseconds that the pointer rests on a recipe before the sheet shows it: a pointer that passes by asks for nothing. */
const REST = 120;

/** The job with a recipe applied, or the sentence that says why it cannot be. */
export function tried(job: Job, recipe: Recipe, pass: string | null): Job | string {
  try {
    return applyRecipe(job, recipe, { pass, newId });
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** Tries recipes on the sheet. Nothing of the job changes. */
export function useTrial(job: Job, pass: string | null) {
  const [trial, setTrial] = useState<Trial | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const stop = useCallback(() => {
    clearTimeout(timer.current);
    setTrial(null);
    setFault(null);
  }, []);
  const start = (recipe: Recipe, after = REST): void => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const made = tried(job, recipe, pass);
      setTrial(typeof made === 'string' ? null : { recipe, of: job, job: made });
      setFault(typeof made === 'string' ? made : null);
    }, after);
  };
  // What was tried on an older state of the job is not shown any more.
  const current = trial?.of === job ? trial : null;
  return { trial: current, fault, start, stop };
}
