import { BENT_PICTURE_PARAMS } from '../bend/picture-params.ts';
import { STARTER_ANGLES } from '../ink/angles.ts';
import { COLOURING_PARAMS } from '../ink/colouring-params.ts';
import { plainStock, STARTER_INKS } from '../ink/defaults.ts';
import { DEFAULT_FEED, type Feed, type Picture } from '../picture/types.ts';
import { DEFAULT_SCREEN } from '../screen/settings.ts';
import { SEPARATION_PARAMS } from '../separate/params.ts';
import { normalsOf } from '../settings/params.ts';
import { NO_FINISH } from '../stock/finishes/index.ts';
import { GROUND_PARAMS } from '../stock/ground-params.ts';
import { DEFAULT_TONE } from '../tone/tone.ts';
import { WEAR_PARAMS } from '../wear/wear-params.ts';
import { FILL_PARAMS } from './fill-params.ts';
import { IMPRESSION_PARAMS } from './impression-params.ts';
import { DEFAULT_JOB_STONES } from '../stones/job-params.ts';
import { PLATE_PARAMS } from './plate-params.ts';
import { NO_MOTION } from './read-motion.ts';
import { REPEAT_PARAMS } from './repeat-params.ts';
import { SHARE_PARAMS } from './share-params.ts';
import { SHEET_PARAMS } from './sheet-params.ts';
import { type Fill, JOB_VERSION, type Job, type Pass, type Separation, type Sheet } from './types.ts';

export const createSeparation = (id: string, name: string): Separation => ({
  id,
  name,
  settings: normalsOf(SEPARATION_PARAMS),
});

export const DEFAULT_SHEET: Sheet = {
  ...normalsOf(SHEET_PARAMS),
  stock: plainStock('Cream', '#f5ecd7'),
  ground: normalsOf(GROUND_PARAMS),
  finish: NO_FINISH,
};

/** A fill as it starts out, reading a picture of the job or none. */
export const createFill = (id: string, picture: string | null): Fill => ({
  id,
  name: '',
  stencil: null,
  ...normalsOf(FILL_PARAMS),
  feed: { ...DEFAULT_FEED, picture },
  tone: DEFAULT_TONE,
  screen: DEFAULT_SCREEN,
  bend: [],
  bending: normalsOf(BENT_PICTURE_PARAMS),
  wear: normalsOf(WEAR_PARAMS),
});

/** A pass as it starts out. `index`: its place among the passes, by which it takes an ink and an angle. */
export function createPass(id: string, index: number, picture: string | null): Pass {
  const ink = STARTER_INKS[index % STARTER_INKS.length]!;
  const fill = createFill(`${id}-1`, picture);
  const angle = STARTER_ANGLES[index % STARTER_ANGLES.length]!;
  return {
    id,
    name: ink.name,
    on: true,
    fills: [{ ...fill, screen: { ...fill.screen, angle } }],
    ink,
    separatedFor: null,
    colouring: normalsOf(COLOURING_PARAMS),
    impression: normalsOf(IMPRESSION_PARAMS),
  };
}

export function createJob(title: string, passId: string): Job {
  return {
    format: 'chromatype-job',
    version: JOB_VERSION,
    title,
    sheet: DEFAULT_SHEET,
    pictures: [],
    passes: [createPass(passId, 0, null)],
    separations: [],
    stencils: [],
    stones: DEFAULT_JOB_STONES,
    plates: normalsOf(PLATE_PARAMS),
    share: normalsOf(SHARE_PARAMS),
    repeat: normalsOf(REPEAT_PARAMS),
    motion: NO_MOTION,
    strips: [],
  };
}

/** The picture a feed takes, or undefined. */
export const pictureOf = (job: Job, feed: Feed): Picture | undefined => job.pictures.find((p) => p.id === feed.picture);
