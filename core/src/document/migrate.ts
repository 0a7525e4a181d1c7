import { check, JobError } from './check.ts';
import { JOB_VERSION } from './types.ts';

type Fields = Record<string, unknown>;

const listOf = (value: unknown, field: string, change: (item: Fields) => Fields) =>
  check.list(value ?? [], field, 1000).map((item, k) => change(check.object(item, `${field}[${k}]`)));

/** Version 1 knew dots alone, with their shape and lattice among the shared settings. */
function screensHaveFamilies(job: Fields): Fields {
  const passes = listOf(job.passes, 'passes', (pass) => {
    const { shape, lattice, ...shared } = check.object(pass.screen, 'passes.screen');
    return { ...pass, screen: { ...shared, dots: { shape, lattice } } };
  });
  return { ...job, passes };
}

/** Version 2 lacked settings alone, which are filled in when it is read. */
const tonesGrow = (job: Fields): Fields => job;

/** Version 3 had transparent inks alone, whose strength it called opacity. */
function inksGrow(job: Fields): Fields {
  const passes = listOf(job.passes, 'passes', (pass) => {
    const { opacity, ...ink } = check.object(pass.ink, 'passes.ink');
    return { ...pass, ink: { ...ink, strength: opacity, opacity: 0 } };
  });
  return { ...job, passes };
}

/** Version 4 had one chain in each pass: picture, tone and screen lay in the pass itself. */
function passesHaveFills(job: Fields): Fields {
  const passes = listOf(job.passes, 'passes', ({ feed, tone, screen, ...pass }) => ({
    ...pass,
    fills: [{ id: `${pass.id}-1`, feed, tone, screen }],
  }));
  return { ...job, passes };
}

/** Version 5 showed textures off the press alone: they stay out of its prints until the artist wants them. */
function texturesShow(job: Fields): Fields {
  const sheet = check.object(job.sheet ?? {}, 'sheet');
  const { texture = 'none' } = check.object(sheet.stock ?? {}, 'sheet.stock');
  return texture === 'none' ? job : { ...job, sheet: { ...sheet, ground: { shown: false } } };
}

/** One step for each version: takes a document of version k + 1 and returns one of version k + 2. */
const STEPS: readonly ((job: Fields) => Fields)[] = [
  screensHaveFamilies,
  tonesGrow,
  inksGrow,
  passesHaveFills,
  texturesShow,
];

/**
 * Brings a document of an older version up to the present one. What an older version lacks is not filled in here:
 * every section of the document does that itself when it is read.
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
