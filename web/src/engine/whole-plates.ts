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

const MOST_KNOWN = 16;

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

/** The sheets that a view may show beside each other. */
export type SheetName = 'open' | 'beside';

/** Keys that each sheet in sight wants; making any other stops at its next report. */
const wants = new Map<SheetName, ReadonlySet<string>>();
const isWanted = (key: string): boolean => [...wants.values()].some((keys) => keys.has(key));

let queue: Promise<void> = Promise.resolve();

async function make(job: Job, pass: Pass, key: string): Promise<void> {
  const forget = () => {
    useWholePlates.setState(({ byKey }) => {
      const { [key]: _old, ...others } = byKey;
      return { byKey: others };
    });
  };
  if (!isWanted(key) || stateOf(key)?.state !== 'making') {
    if (stateOf(key)?.state === 'making') forget();
    return;
  }
  const { maker, addWhole } = enginePool();
  const told = (share: number): boolean => {
    const going = isWanted(key) && stateOf(key)?.state === 'making';
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

/** Makes what whole plates the job of a sheet needs, one after the other; what no sheet needs any more is given up. */
export function makeWholes(job: Job, sheet: SheetName): void {
  const needed = wholesOf(job);
  wants.set(sheet, new Set(needed.map((n) => n.key)));
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

/** A sheet is no longer in sight: what it alone needs is given up. */
export const leaveWholes = (sheet: SheetName): boolean => wants.delete(sheet);

/** Gives up making a plate; it stays as it is shown until it is asked for again. */
export function stopWhole(key: string): void {
  const state = stateOf(key);
  if (state?.state === 'making') set(key, { state: 'stopped', pass: state.pass });
}

/** Takes up making a plate that was given up. */
export function resumeWhole(job: Job, key: string, sheet: SheetName): void {
  useWholePlates.setState(({ byKey }) => {
    const { [key]: _old, ...others } = byKey;
    return { byKey: others };
  });
  makeWholes(job, sheet);
}
