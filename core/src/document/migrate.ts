import { JobError, check } from './check.ts';
import { NO_EDIT } from '../picture/edit.ts';
import {
  createJob,
  DEFAULT_FEED,
  DEFAULT_INK,
  DEFAULT_SCREEN,
  DEFAULT_SHEET,
  DEFAULT_TONE,
  plainStock,
} from './defaults.ts';

type Fields = Record<string, unknown>;

/** The newest document version this program writes. */
export const JOB_VERSION = 4;

/** Version 1 knew dots alone, with their shape and lattice among the shared settings. */
function screensHaveFamilies(job: Fields): Fields {
  const passes = check.list(job.passes, 'passes', 200).map((value, k) => {
    const pass = check.object(value, `passes[${k}]`);
    const { shape, lattice, ...shared } = check.object(pass.screen, `passes[${k}].screen`);
    const dots = { ...DEFAULT_SCREEN.dots, shape, lattice };
    return { ...pass, screen: { ...DEFAULT_SCREEN, ...shared, dots } };
  });
  return { ...job, version: 2, passes };
}

const listOf = (value: unknown, field: string, normal: (item: Fields) => Fields) =>
  check.list(value, field, 1000).map((item, k) => normal(check.object(item, `${field}[${k}]`)));

/** Version 2 had no bleed, no pictures made here, no turned ones, and knew four settings of tone. */
function tonesAndPicturesGrow(job: Fields): Fields {
  return {
    ...job,
    version: 3,
    sheet: { bleed: DEFAULT_SHEET.bleed, ...check.object(job.sheet, 'sheet') },
    pictures: listOf(job.pictures, 'pictures', (p) => ({ made: null, edit: NO_EDIT, ...p })),
    passes: listOf(job.passes, 'passes', (p) => ({
      ...p,
      feed: { turn: DEFAULT_FEED.turn, ...check.object(p.feed, 'feed') },
      tone: { ...DEFAULT_TONE, ...check.object(p.tone, 'tone') },
    })),
    strips: [],
  };
}

/** Version 3 had transparent inks alone, whose strength it called opacity, and no separations. */
function inksGrow(job: Fields): Fields {
  const { measured, press } = DEFAULT_INK;
  const sheet = check.object(job.sheet, 'sheet');
  return {
    ...job,
    version: 4,
    sheet: { ...sheet, stock: { ...plainStock('', ''), ...check.object(sheet.stock, 'sheet.stock') } },
    passes: listOf(job.passes, 'passes', (p) => {
      const ink = check.object(p.ink, 'ink');
      const feed = { separation: null, pick: null, ...check.object(p.feed, 'feed') };
      const tone = { spread: DEFAULT_TONE.spread, ...check.object(p.tone, 'tone') };
      return { ...p, feed, tone, ink: { measured, press, ...ink, strength: ink.opacity, opacity: 0 } };
    }),
    separations: [],
    plates: createJob('', '').plates,
  };
}

/** One step for each version: takes a document of version k + 1 and returns one of version k + 2. */
const STEPS: readonly ((job: Fields) => Fields)[] = [screensHaveFamilies, tonesAndPicturesGrow, inksGrow];

/**
 * Brings a document of an older version up to the present one.
 * @throws JobError when it is no job or comes from a newer program
 */
export function migrate(job: Fields): Fields {
  if (job.format !== 'chromatype-job')
    throw new JobError('format', '"format" must be "chromatype-job"; this is not a job document.');
  const { version } = job;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new JobError('version', '"version" must be a whole number from 1 on.');
  }
  if (version > JOB_VERSION) {
    throw new JobError(
      'version',
      `"version" is ${version}, newer than this program (${JOB_VERSION}); open it with a newer one.`,
    );
  }
  return STEPS.slice(version - 1).reduce((doc, step) => step(doc), job);
}
