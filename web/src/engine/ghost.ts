import { countCache, fillOf, type Job, type Pass, pictureOf, remember } from '@chromatype/core';
import { codesOf, picturePixels } from './picture-pixels.ts';
import type { SheetEngine } from './sheet-engine.ts';
import { coverInView, valueAt } from './stencil-looks.ts';
import type { View } from './view.ts';

/** How much of the picture's own strength a ghost has. */
const STRENGTH = 0.55;

/** The last picture that was drawn: it stays while the stencil over it changes. */
const lasts = countCache<Uint8ClampedArray<ArrayBuffer>>(1);

/**
 * The picture of a pass, faint, where its stencil or its cut-out leaves it bare, so that it can still be drawn after. Only
 * what is darker than white is seen, so that prints of other passes show through. RGBA as large as the view.
 */
export function ghostPixels(engine: SheetEngine, job: Job, pass: Pass, view: View): Uint8ClampedArray<ArrayBuffer> {
  const { feed } = fillOf(pass);
  const picture = pictureOf(job, feed);
  const rgba = new Uint8ClampedArray(view.width * view.height * 4);
  if (!picture) return rgba;
  const uncut = { ...picture, edit: { ...picture.edit, cutOut: null } };
  const whole = { ...job, pictures: job.pictures.map((p) => (p.id === picture.id ? uncut : p)) };
  const key = JSON.stringify([uncut, feed, job.sheet, view]);
  const shown = remember(lasts, key, () => picturePixels(engine, whole, pass, view));
  const cover = coverInView(engine, job, pass, view);
  // Codes are light: what is cut out is white.
  const cut = picture.edit.cutOut ? codesOf(engine, job, pass, 'alpha', view) : null;
  const white = cut?.depth === 16 ? 65535 : 255;
  for (let k = 0; k < view.width * view.height; k++) {
    const print = (valueAt(cover, k) / 255) * (cut ? 1 - cut.data[k]! / white : 1);
    const strength = STRENGTH * (1 - print) * (shown[4 * k + 3]! / 255);
    const darkest = Math.min(shown[4 * k]!, shown[4 * k + 1]!, shown[4 * k + 2]!);
    if (strength === 0 || darkest === 255) continue;
    // The colour that is as opaque as can be seen through, and gives the picture's own over white.
    const opaque = (255 - darkest) / 255;
    for (let c = 0; c < 3; c++) rgba[4 * k + c] = 255 - (255 - shown[4 * k + c]!) / opaque;
    rgba[4 * k + 3] = 255 * opaque * strength;
  }
  return rgba;
}
