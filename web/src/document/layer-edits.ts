import {
  createPass,
  fillOf,
  type Job,
  MOST_PASSES,
  type Pass,
  type Picture,
  filePicture,
  plainInk,
  withFill,
} from '@chromatype/core';
import type { StoredLayer } from '../api/artwork.ts';
import { type Edit, newId } from './edits.ts';

/** A picture that is laid on the sheet as artwork. */
export type Layer = StoredLayer;

/** Whether a job has nothing on it yet: one pass, and no picture. */
const isBlank = (job: Job): boolean =>
  job.pictures.length === 0 &&
  job.passes.every((p) => p.fills.every(({ feed }) => feed.picture === null && feed.part !== 'tint'));

/** A pass that prints a picture smooth, in its own colours. */
function artworkPass(job: Job, picture: Picture, layer: Layer, on: boolean): Pass {
  const pass = createPass(newId(), job.passes.length, picture.id);
  const { feed, screen } = fillOf(pass);
  return {
    ...withFill(pass, {
      feed: { ...feed, part: 'colour', fit: 'fill' },
      screen: { ...screen, family: 'smooth', smooth: { takes: 'picture' } },
    }),
    name: layer.name,
    on,
    ink: { ...plainInk(layer.name, '#1e1b18'), meets: layer.mode, strength: layer.opacity },
  };
}

/**
 * Lays pictures of one size over each other as passes, the undermost first, above what is there. All of them are placed
 * alike, so that they lie in register. Those beyond the number of passes that can print come in hidden.
 */
export const addLayers =
  (layers: readonly Layer[]): Edit =>
  (before) => {
    const begins = isBlank(before);
    let job: Job = begins ? { ...before, passes: [] } : before;
    for (const layer of layers) {
      const { hash, width, height } = layer.picture;
      const known = job.pictures.find((p) => p.hash === hash);
      const picture = known ?? filePicture({ id: newId(), name: layer.name, hash, width, height });
      const printing = job.passes.filter((p) => p.on).length;
      const pass = artworkPass(job, picture, layer, layer.visible && printing < MOST_PASSES);
      job = { ...job, pictures: known ? job.pictures : [...job.pictures, picture], passes: [...job.passes, pass] };
    }
    return job;
  };
