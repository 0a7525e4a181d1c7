import { type Made, madeKind, newMade, sheetPixels } from '@chromatype/core';
import { addMade, newId } from '../document/edits.ts';
import { edit, useOpenJob } from '../document/store.ts';
import type { LetterSettings } from './chain/picture/lettering.ts';

/** Lettering as it starts out on a sheet of these proportions: it fits, and its outlines are there. */
async function newLettering(aspect: number): Promise<Made> {
  const made = newMade('lettering');
  const { fittedSize, letterPath } = await import('./chain/picture/lettering.ts');
  const settings = made.settings as unknown as LetterSettings;
  const size = (await fittedSize(settings, aspect)) ?? settings.size;
  const path = (await letterPath({ ...settings, size }, aspect)) ?? '';
  return { ...made, settings: { ...made.settings, size, path } };
}

/** A picture of a kind as it starts out on a sheet of these proportions. */
export const startingMade = (kind: string, aspect: number): Promise<Made> | Made =>
  kind === 'lettering' ? newLettering(aspect) : newMade(kind);

/** Makes a picture of a kind; a fill of the open job takes it. */
export async function addMadePicture(kind: string, fill: string): Promise<void> {
  const { job, id } = useOpenJob.getState();
  if (!job) return;
  const { width, height } = sheetPixels(job.sheet);
  const made = await startingMade(kind, width / height);
  if (useOpenJob.getState().id === id) edit(addMade(newId(), madeKind(kind).label, made, fill));
}
