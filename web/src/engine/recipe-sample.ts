import {
  applyRecipe,
  createFill,
  createPass,
  fillOf,
  type Job,
  madePicture,
  mainPicture,
  makeSmallPrint,
  newMade,
  type Picture,
  type PictureSource,
  type Recipe,
  RecipeError,
  shownSize,
  withFill,
} from '@chromatype/core';
import type { Sample } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';

/** Width in mm of the card that a recipe is printed on to be looked at, and its resolution: dots can be told apart. */
const CARD = { width: 64, ppi: 200 } as const;

/** What a recipe is printed on where the job has no picture yet. */
const RAMP = madePicture({ id: 'ramp', name: 'Ramp', made: newMade('gradient'), width: 1500, height: 1000 });

/** A card with a job's main picture on it, as large as its small copy is; null while that is on its way. */
function cardOf(job: Job, reduced: (hash: string) => PictureSource | null): Job | null {
  const id = mainPicture(job);
  const own: Picture = job.pictures.find((p) => p.id === id) ?? RAMP;
  const source = own.hash === null ? null : reduced(own.hash);
  if (own.hash !== null && !source) return null;
  const picture = source ? { ...own, width: source.width, height: source.height } : own;
  const shown = shownSize(picture);
  const pass = createPass('card', 0, picture.id);
  const height = Math.min(4 * CARD.width, Math.max(CARD.width / 4, (CARD.width * shown.height) / shown.width));
  return {
    ...job,
    sheet: { ...job.sheet, ...CARD, height, bleed: 0 },
    pictures: [picture],
    separations: [],
    stencils: [],
    strips: [],
    motion: { ...job.motion, tracks: [] },
    passes: [withFill(pass, { ...createFill(fillOf(pass).id, picture.id) })],
  };
}

/** A recipe printed on a card of a job's own picture, `width` pixels wide; null where it is not there or does not fit. */
export function recipeSample(
  engine: SheetEngine,
  job: Job,
  recipe: Recipe,
  width: number,
  reduced: (hash: string) => PictureSource | null,
): Sample | null {
  const card = cardOf(job, reduced);
  if (!card) return null;
  let next = 0;
  try {
    const printed = applyRecipe(card, recipe, { pass: null, newId: () => `card-${++next}` });
    const pictures = (hash: string) => reduced(hash) ?? engine.lookup(hash);
    const { rgba, ...size } = makeSmallPrint(engine.sampleEnv(pictures), printed, width);
    return { ...size, rgba: new Uint8ClampedArray(rgba) };
  } catch (error) {
    if (error instanceof RecipeError) return null;
    throw error;
  }
}
