import { canShare, goesDownwards, type Job, type Pass, plateKey, printingPasses } from '@chromatype/core';
import * as Comlink from 'comlink';
import { create } from 'zustand';
import { enginePool } from './pool.ts';
import { makeTogether } from './make-together.ts';

export type WholeState =
  | { readonly state: 'making'; readonly share: number; readonly pass: string }
  | { readonly state: 'ready' }
  | { readonly state: 'stopped'; readonly pass: string }
  /** Something went wrong; the console has it. */
  | { readonly state: 'failed'; readonly pass: string };

/** What is known of whole plates in this page, by plate key. */
export const useWholePlates = create<{ readonly byKey: Readonly<Record<string, WholeState>> }>(() => ({ byKey: {} }));

const MOST_KNOWN = 8;

function set(key: string, state: WholeState): void {
  useWholePlates.setState(({ byKey }) => {
    const { [key]: _old, ...others } = byKey;
    const kept = Object.entries(others).slice(1 - MOST_KNOWN);
    return { byKey: { ...Object.fromEntries(kept), [key]: state } };
  });
}

const stateOf = (key: string): WholeState | undefined => useWholePlates.getState().byKey[key];

/** The passes of a job whose plates are made as a whole, with their keys. */
export const wholesOf = (job: Job): { readonly pass: Pass; readonly key: string }[] =>
  printingPasses(job)
    .filter((pass) => goesDownwards(job, pass))
    .map((pass) => ({ pass, key: plateKey(job, pass) }));

/** Keys that are wanted now; making any other stops at its next report. */
let wanted = new Set<string>();
let queue: Promise<void> = Promise.resolve();

async function make(job: Job, pass: Pass, key: string): Promise<void> {
  const forget = () => {
    useWholePlates.setState(({ byKey }) => {
      const { [key]: _old, ...others } = byKey;
      return { byKey: others };
    });
  };
  if (!wanted.has(key) || stateOf(key)?.state !== 'making') {
    if (stateOf(key)?.state === 'making') forget();
    return;
  }
  const { maker, addWhole } = enginePool();
  const told = (share: number): boolean => {
    const going = wanted.has(key) && stateOf(key)?.state === 'making';
    if (going) set(key, { state: 'making', share, pass: pass.name });
    return going;
  };
  const plate = canShare(job, pass)
    ? await makeTogether(job, pass, told)
    : await maker.whole(job, pass, Comlink.proxy(told));
  if (!plate) {
    if (stateOf(key)?.state === 'making') forget();
    return;
  }
  addWhole(key, plate);
  set(key, { state: 'ready' });
}

/** Makes what whole plates a job needs, one after the other; what is no longer needed is given up. */
export function makeWholes(job: Job): void {
  const needed = wholesOf(job);
  wanted = new Set(needed.map((n) => n.key));
  for (const { pass, key } of needed) {
    if (stateOf(key)) continue;
    set(key, { state: 'making', share: 0, pass: pass.name });
    queue = queue
      .then(() => make(job, pass, key))
      .catch((error: unknown) => {
        console.error(error);
        set(key, { state: 'failed', pass: pass.name });
      });
  }
}

/** Gives up making a plate; it stays as it is shown until it is asked for again. */
export function stopWhole(key: string): void {
  const state = stateOf(key);
  if (state?.state === 'making') set(key, { state: 'stopped', pass: state.pass });
}

/** Takes up making a plate that was given up. */
export function resumeWhole(job: Job, key: string): void {
  useWholePlates.setState(({ byKey }) => {
    const { [key]: _old, ...others } = byKey;
    return { byKey: others };
  });
  makeWholes(job);
}
