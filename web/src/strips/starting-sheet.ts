import {
  fillOf,
  type Job,
  MM_PER_INCH,
  type Pass,
  screenTraits,
  type StripSheet,
  stripSetting,
} from '@chromatype/core';
import { newId } from '../document/edits.ts';
import { enginePool } from '../engine/pool.ts';
import { axisOf, draftOf } from './axes.ts';
import { keptOnSheet } from './CropPicker.tsx';

/** What a first sheet of strips varies: how fine the screen is, or its method, and how light the midtone is. */
export function startingAxes(job: Job, pass: Pass): Pick<StripSheet, 'across' | 'down'> {
  const { lattice } = screenTraits(fillOf(pass).screen, job.sheet.ppi);
  const across = draftOf(stripSetting(lattice ? 'screen.frequency' : 'grain.method')!, pass);
  const down = draftOf(stripSetting('tone.middle')!, pass);
  return { across: axisOf(across)!, down: axisOf({ ...down, from: 0.7, to: 1.5, count: 3 })! };
}

/** A square inch of the sheet where the picture's tones vary most. */
export async function startingCrop(job: Job, pass: Pass): Promise<StripSheet['crop']> {
  const size = { width: MM_PER_INCH, height: MM_PER_INCH };
  const place = await enginePool().sampler.livelyPlace(job, pass, size.width, size.height);
  return keptOnSheet(job, { ...size, ...place });
}

/** A first sheet of strips to look at: useful as it is, and a start for the artist's own. */
export async function startingSheet(job: Job, pass: Pass): Promise<StripSheet> {
  return { id: newId(), pass: pass.id, ...startingAxes(job, pass), crop: await startingCrop(job, pass) };
}
