import { mkdtemp, rm, writeFile as write } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  applyRecipe,
  checkOutput as checkGives,
  type Clip,
  CLIP_PARAMS,
  createKernels,
  type Job,
  lengthOfClip,
  loadClipper,
  MOST_SECONDS,
  MOTION_PARAMS,
  normalsOf,
  OutputError,
  type OutputName,
  type PictureSource,
  pixelNames,
  RecipeError,
  readJob,
} from '@chromatype/core';
import { storeFile } from '../clips/reading/store-file.ts';
import { unfinished } from '../disk/unfinished.ts';
import { filesIn } from '../pictures/picture-files.ts';
import { openPictures } from '../render/file-source.ts';
import { writeFile } from '../render/write-file.ts';
import { settingsFrom } from '../settings.ts';
import { DATA_HELP } from './data-option.ts';
import { checkOutput, readInput } from './files.ts';
import { numberOption } from './numbers.ts';
import { terminalProgress } from './progress.ts';
import { recipeFor } from './recipe-named.ts';
import { SCREEN_HELP, SCREEN_OPTIONS, screenJob } from './screen-job.ts';
import type { ScreenValues } from './screen-options.ts';
import { UsageError } from './usage-error.ts';

/** What each ending of OUT makes. */
const KINDS: Readonly<Record<string, OutputName>> = {
  '.gif': 'clip-gif',
  '.apng': 'clip-apng',
  '.png': 'clip-apng',
  '.webp': 'clip-webp',
  '.zip': 'clip-frames',
  '.svg': 'clip-svg',
};

export const HELP = `chromatype clip IN OUT       a clip through one screen or a recipe, frame by frame
  IN                 an animated .gif, .apng (or .png) or .webp, or a .zip of numbered stills
  OUT                ${Object.keys(KINDS).join(', ')} (a .zip of PNGs; a .svg of marks that move)
  --fps N            frames a second (default: those of the clip, 24 where they differ)
  --from S --to S    the part of the clip that is played, in seconds; sizes of marks are --set marks.from=F and
                     --set marks.to=F here
  --once             the file does not begin again at its end
  --hold             still parts of diffused grain stay as they are
  --recipe NAME      a recipe by its name ("chromatype recipe list") or a recipe file, instead of the options of a screen
  ${DATA_HELP}
${SCREEN_HELP}`;

const TEXT = { type: 'string' } as const;
const OPTIONS = {
  ...SCREEN_OPTIONS,
  fps: TEXT,
  from: TEXT,
  to: TEXT,
  once: { type: 'boolean' },
  hold: { type: 'boolean' },
  recipe: TEXT,
  data: TEXT,
} as const;

/** Frames of one length differ by no more than this share of it. */
const EVEN = 0.02;
const USUAL_RATE = 24;

/** Frames a second of a clip whose frames are alike; the usual rate where they are not. */
export function rateOf(ends: readonly number[]): number {
  const length = ends.at(-1)! / ends.length;
  const even = ends.every((end, k) => Math.abs(end - (k + 1) * length) <= EVEN * length);
  const { min, max } = MOTION_PARAMS.rate;
  return even ? Math.min(max, Math.max(min, Number((1 / length).toFixed(3)))) : USUAL_RATE;
}

/** The job of a screen with its picture as a clip. */
function movingJob(job: Job, clip: Clip, values: ScreenValues & { readonly fps?: string }): Job {
  const rate = numberOption(values.fps, 'fps', MOTION_PARAMS.rate.min, MOTION_PARAMS.rate.max) ?? rateOf(clip.ends);
  const seconds = Math.min(MOST_SECONDS, Math.max(MOTION_PARAMS.seconds.min, lengthOfClip(clip)));
  const settings = { ...job.motion.settings, rate, seconds, loop: values.once !== true, hold: values.hold === true };
  return readJob({
    ...job,
    pictures: job.pictures.map((p) => (p.id === 'in' ? { ...p, clip } : p)),
    motion: { ...job.motion, settings },
  });
}

/** Options that count beside a recipe: those of the sheet and of the clip. */
const BESIDE_RECIPE = ['ppi', 'width', 'fps', 'once', 'hold'];

/** The job of a sheet by a recipe, and the pictures that the recipe brings along. */
async function byRecipe(name: string, data: string | undefined, job: Job) {
  const brought = new Map<string, PictureSource>();
  const folder = settingsFrom(data === undefined ? process.env : { CHROMATYPE_DATA: data }).data;
  const recipe = await recipeFor(folder, name, brought);
  let ids = 0;
  try {
    return { job: applyRecipe(job, recipe, { pass: null, newId: () => `r${ids++}` }), brought };
  } catch (error) {
    throw error instanceof RecipeError ? new UsageError(error.message) : error;
  }
}

export async function clip(args: readonly string[]): Promise<void> {
  const parsed = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const { positionals } = parsed;
  // For a screen of marks these would be sizes.
  const { from: begins, to: ends, recipe, data, ...values } = parsed.values;
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('clip takes IN and OUT.');
  const kind = KINDS[extname(out).toLowerCase()];
  if (!kind) throw new UsageError(`OUT must end in ${Object.keys(KINDS).join(', ')}.`);
  checkOutput(out);
  const { max } = CLIP_PARAMS.from;
  const from = numberOption(begins, 'from', 0, max) ?? 0;
  const to = numberOption(ends, 'to', 0, max) ?? 0;
  if (to !== 0 && to <= from) throw new UsageError('--to must lie after --from.');
  if (recipe !== undefined) {
    const other = Object.keys(values).find((name) => !BESIDE_RECIPE.includes(name));
    if (other) throw new UsageError(`Give one of --recipe and --${other}: a recipe holds its own screens.`);
  }
  const folder = await mkdtemp(join(tmpdir(), 'chromatype-clip-'));
  const over = unfinished(folder);
  try {
    const file = join(folder, 'original');
    await write(file, await readInput(input));
    const facts = await storeFile({ file, name: input, folder });
    if (!facts.clip) throw new UsageError(`${input} holds one still; print it with "chromatype screen".`);
    const screened = await screenJob(values, facts);
    const settings = { ...normalsOf(CLIP_PARAMS), from, to };
    const { job: still, brought } =
      recipe === undefined ? { job: screened.job, brought: null } : await byRecipe(recipe, data, screened.job);
    const job = movingJob(still, { ends: facts.clip.ends, settings }, values);
    const pictures = openPictures([
      { ...facts, hash: pixelNames(job.pictures)[0]!, file: filesIn(folder).pixels, clip: filesIn(folder).clip },
    ]);
    try {
      checkGives(job, { kind });
      await loadClipper();
      await writeFile({
        kernels: createKernels(),
        job,
        asked: { kind },
        pictures: (name) => screened.beside(name) ?? brought?.get(name) ?? pictures.lookup(name),
        load: pictures.load,
        file: out,
        progress: terminalProgress,
      });
    } catch (error) {
      throw error instanceof OutputError ? new UsageError(error.message) : error;
    } finally {
      pictures.close();
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
    over();
  }
}
