import { NEW_CUT_OUT } from '../picture/cut-out.ts';
import type { Mark } from '../picture/subject/known-pixels.ts';
import type { Area, LightRows } from '../raster/area.ts';
import { DEFAULT_FEED, type Picture } from '../picture/types.ts';
import { editInUse, editedSource } from '../picture/edited-source.ts';
import { shownSize } from '../picture/edit.ts';
import { placePicture } from '../picture/placement.ts';
import type { Job, Pass } from '../document/types.ts';
import { type Planned, planned } from '../raster/planned.ts';
import { lastReads } from '../raster/shared-reads.ts';
import type { Plate } from '../raster/plate.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { PictureSource } from '../raster/source.ts';
import type { Cover } from '../stencil/cover.ts';
import type { PlannedCover } from '../stencil/edges.ts';
import type { PartAsked, Raster } from '../stencil/parts/kind.ts';
import { floodRaster } from '../stencil/parts/flood-part.ts';
import type { PlacingSettings } from '../stencil/parts/placing.ts';
import { planStencil } from '../stencil/stencil.ts';
import { DEFAULT_TONE } from '../tone/tone.ts';
import { composeExact } from './compose.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';
import { planPart } from './plan-light.ts';
import { plateSource } from './plate-source.ts';

/** Plans the plate of another pass of the job. */
export type PlatePlanner = (pass: Pass) => Planned<Plate>;

/** Plans the covers of a job's stencils, each once. */
export type CoverPlanner = (stencil: string) => PlannedCover;

/** On the sheet, pixel on pixel. */
const ON_SHEET = { scale: 1, left: 0, top: 0 };

/** A raster that is not there: nothing can be read of it. */
const noRaster = (key: string): Raster => ({ key, width: 1, height: 1, at: ON_SHEET, source: () => null });

/** The pixels of a picture as fills see them, and where they lie. */
function pictureRaster(env: PrintEnv, job: Job, placing: PlacingSettings): Raster {
  const picture: Picture | undefined = job.pictures.find((p) => p.id === placing.picture);
  if (!picture?.hash) return noRaster('no picture');
  const { hash } = picture;
  const edit = editInUse(picture.edit);
  const size = shownSize(picture);
  const source = env.pictures(hash);
  return {
    key: `${source ? hash : `missing ${hash}`}${JSON.stringify(edit)}`,
    ...size,
    at: placePicture(job.sheet, { ...DEFAULT_FEED, ...placing }, size),
    source: () => source && editedSource(source, edit),
  };
}

/** The print of a pass, alone in black on white or with all passes under it in their inks. */
function printRaster(env: PrintEnv, job: Job, plates: PlatePlanner, id: string, under: boolean): Raster | null {
  const at = job.passes.findIndex((p) => p.id === id);
  if (at < 0) return null;
  const size = sheetPixels(job.sheet);
  const passes = under ? job.passes.slice(0, at + 1).filter((p) => p.on) : [job.passes[at]!];
  const plans = passes.map(plates);
  const inks = under ? JSON.stringify([job.sheet.stock, passes.map((p) => p.ink)]) : 'alone';
  const composed: PictureSource = {
    ...size,
    channels: 4,
    read(y, count) {
      const area = { x: 0, y, width: size.width, height: count, step: 1 };
      const read = plans.map((plan) => plan.read(area));
      return composeExact(env.kernels, job.sheet, passes, read, area);
    },
  };
  const source = under ? composed : plateSource(size, plans[0]!);
  return { key: `print ${inks}(${plans.map((p) => p.key).join()})`, ...size, at: ON_SHEET, source: () => source };
}

/** The coverage of a picture's subject: its alpha, cut out by strokes alone. */
function planSubject(env: PrintEnv, job: Job, placing: PlacingSettings, marks: readonly Mark[]): Planned<LightRows> {
  const cutOut = { ...NEW_CUT_OUT, marks };
  const pictures = job.pictures.map((p) => (p.id === placing.picture ? { ...p, edit: { ...p.edit, cutOut } } : p));
  const feed = { ...DEFAULT_FEED, ...placing, part: 'alpha' as const };
  return planPart(env, { ...job, pictures }, { feed, tone: DEFAULT_TONE }, 'alpha');
}

/** What a job gives the parts of its stencils. */
export function partsAsked(env: PrintEnv, job: Job, plates: PlatePlanner, stencil: CoverPlanner): PartAsked {
  const { caches = NO_CACHES } = env;
  return {
    get kernels() {
      return env.kernels;
    },
    sheet: job.sheet,
    size: sheetPixels(job.sheet),
    keep: caches.mask,
    feed: (placing, part) =>
      planPart(env, job, { feed: { ...DEFAULT_FEED, ...placing, part }, tone: DEFAULT_TONE }, part),
    picture: (placing) => pictureRaster(env, job, placing),
    subject: (placing, marks) => planSubject(env, job, placing, marks),
    stencil,
    plate(id) {
      const pass = job.passes.find((p) => p.id === id);
      return pass ? plates(pass) : null;
    },
    printed: (pass, under) => printRaster(env, job, plates, pass, under),
  };
}

/** The raster that a flood with such settings runs in; null while a pass is not there. */
export const rasterOfFlood = (
  env: PrintEnv,
  job: Job,
  plates: PlatePlanner,
  settings: Parameters<typeof floodRaster>[0],
): Raster | null => floodRaster(settings, partsAsked(env, job, plates, coverPlanner(env, job, plates)));

/** Stencils whose cover of an area is kept for the passes that print it next. */
const MOST_SHARED = 64;

/** A cover that all passes of a job share, which are printed area by area. */
function sharedCover({ caches = NO_CACHES }: PrintEnv, { stencils }: Job, { key, read }: PlannedCover): PlannedCover {
  const kept = (area: Area): Cover => caches.cover(key, area, () => read(area));
  return { key, read: lastReads(stencils, key, kept, MOST_SHARED) };
}

/** Returns a planner of the covers of a job's stencils. A stencil that the job does not hold covers nothing. */
export function coverPlanner(env: PrintEnv, job: Job, plates: PlatePlanner): CoverPlanner {
  const made = new Map<string, PlannedCover>();
  const plan: CoverPlanner = (id) => {
    const known = made.get(id);
    if (known) return known;
    const stencil = job.stencils.find((s) => s.id === id);
    const cover = stencil
      ? sharedCover(env, job, planStencil(stencil, partsAsked(env, job, plates, plan)))
      : planned('no stencil', null, [], () => () => 0 as const);
    made.set(id, cover);
    return cover;
  };
  return plan;
}
