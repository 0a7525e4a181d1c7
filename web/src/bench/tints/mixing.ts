import {
  byteOfLight,
  type Job,
  layColour,
  type LinearRgb,
  mixColour,
  mixingPasses,
  type Pass,
  parseHex,
  linearOfHex,
  tintsIn,
} from '@chromatype/core';
import { toast } from 'sonner';
import { newId } from '../../document/edits.ts';
import { edit, useOpenJob } from '../../document/store.ts';
import { useColourShelf } from './colour-store.ts';
import { useTintShelf } from './shelf-store.ts';

/** The tint of a pass. */
export interface PassTint {
  readonly pass: string;
  readonly tint: number;
}

/** The passes whose inks mix colours: the usual ones, but for those that the artist turned round. */
export function mixingNow(job: Job, turned: readonly string[]): readonly Pass[] {
  const usual = mixingPasses(job);
  return job.passes.filter((pass) => pass.on && usual.includes(pass) !== turned.includes(pass.id));
}

export const hexOf = (light: LinearRgb): string =>
  `#${light.map((v) => byteOfLight(v).toString(16).padStart(2, '0')).join('')}`;

const percent = (tint: number): string => (tint >= 1 ? 'solid' : `${Math.round(tint * 100)} %`);

/** Tints in words: "Cyan 25 %, Magenta solid"; "no ink" where there is none. */
export function mixtureName(passes: readonly Pass[], tints: readonly number[]): string {
  const inked = passes.flatMap((pass, k) => (tints[k]! > 0 ? [`${pass.name} ${percent(tints[k]!)}`] : []));
  return inked.length > 0 ? inked.join(', ') : 'no ink';
}

/** Tints nearest to the wanted colour; null while it is no colour or no ink takes part. */
export const mixedNow = (job: Job, passes: readonly Pass[], wanted: string) =>
  passes.length === 0 || !parseHex(wanted)
    ? null
    : mixColour(job, passes, linearOfHex(wanted), useColourShelf.getState().steps);

/** Lays tints into a stencil, in all passes in one step. Says so if they do not fit. */
export function layTints(stencil: string | null, tints: readonly PassTint[]): void {
  const { job } = useOpenJob.getState();
  if (!job) return;
  const frequency = { value: useTintShelf.getState().lpi, per: 'lpi' } as const;
  try {
    const laid = layColour(job, { stencil, tints, frequency, newId });
    edit(() => laid);
  } catch (error) {
    toast((error as Error).message);
  }
}

/** The fill of a pass that prints a tint in a stencil, by its id. */
export const tintFillIn = (pass: Pass | undefined, stencil: string | null): string | null =>
  pass?.fills.find((fill) => fill.stencil === stencil && fill.feed.part === 'tint')?.id ?? null;

/** Passes that print a tint in a stencil. */
export const passesIn = (job: Job, stencil: string | null): readonly Pass[] =>
  job.passes.filter((pass) => pass.on && tintsIn([pass], stencil)[0]! > 0);
