import type { Job, Fill, Pass } from '../document/types.ts';
import { inkPasses, separated, separationOf } from '../document/separations.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { shownSize } from '../picture/edit.ts';
import { editInUse, editedSource } from '../picture/edited-source.ts';
import { type ArtworkReader, createArtworkReader } from '../picture/artwork-feed.ts';
import { type ColourReader, createColourReader } from '../picture/colour-feed.ts';
import { readsTogether } from '../picture/quad-feed.ts';
import { createFeedReader, emptyFeed } from '../picture/feed.ts';
import type { FeedPart } from '../picture/feed-params.ts';
import { madeFeed, madeInputs } from '../picture/made-feed.ts';
import type { Frame } from '../picture/light-sampler.ts';
import { boxOfPlaced, coarserPlacement, type Placement, placePicture } from '../picture/placement.ts';
import { tintFeed, tintInputs } from '../picture/tint-feed.ts';
import type { Picture } from '../picture/types.ts';
import { feedWeights } from '../picture/weights.ts';
import type { LightReader, LightRows } from '../raster/area.ts';
import { sharedReads } from '../raster/shared-reads.ts';
import { type Size, sheetPixels } from '../raster/sheet.ts';
import type { PictureSource } from '../raster/source.ts';
import { spreadReader } from '../raster/spread.ts';
import { firmEdges } from '../separate/firm-edges.ts';
import { type InkPart, inkReader, type PlacedColours, placedBytes, placeReader } from '../separate/ink-reader.ts';
import type { InkTable } from '../separate/ink-table.ts';
import { basePlanes, planInkTable, type PlannedTable } from '../separate/separated.ts';
import { lightWork, workLight } from '../tone/work-light.ts';
import type { PlannedScreen } from '../screen/families/index.ts';
import { compiledScreen } from './compiled-screen.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';
import { type Planned, planned } from '../raster/planned.ts';

type Light = Planned<LightRows>;

/** A pass and the fill of it that is read. */
export interface FillOfPass {
  readonly pass: Pass;
  readonly fill: Fill;
}

/** What of a fill decides how its picture is read. */
type Reading = Pick<Fill, 'feed' | 'tone'>;

const pictureOf = (job: Job, fill: Pick<Fill, 'feed'>): Picture | undefined =>
  job.pictures.find((p) => p.id === fill.feed.picture);

const coarserSize = ({ width, height }: Size, factor: number): Size => ({
  width: Math.ceil(width / factor),
  height: Math.ceil(height / factor),
});

/** Makes the reader of each factor once. */
function onceEach(make: (factor: number) => LightReader): (factor: number) => LightReader {
  const made = new Map<number, LightReader>();
  return (factor) => {
    const known = made.get(factor) ?? make(factor);
    made.set(factor, known);
    return known;
  };
}

/**
 * What the picture of a fill is read with: where it lies on a grid so many times coarser than the sheet, which light of it
 * counts, and the work on that light.
 */
function partInputs(job: Job, fill: Reading, picture: Picture, part: FeedPart, factor = 1) {
  const size = shownSize(picture);
  const work = lightWork(fill.tone);
  const { ppi } = job.sheet;
  return {
    size,
    at: coarserPlacement(placePicture(job.sheet, fill.feed, size), factor),
    weights: feedWeights(part, fill.tone),
    work,
    // Without work on it the light of a spot does not depend on the sheet around it.
    sheet: work || picture.made ? { ...coarserSize(sheetPixels(job.sheet), factor), ppi: ppi / factor } : null,
  };
}

type PartInputs = ReturnType<typeof partInputs>;

function worked(kernels: Kernels, { work, sheet }: PartInputs, read: (factor: number) => LightReader): LightReader {
  return work ? workLight(kernels, work, sheet!, onceEach(read)) : read(1);
}

/**
 * One part of the picture of a fill as light on the sheet: placed, mixed, and worked on as its tone says. `factor`: on a grid
 * so many times coarser than the pixels of the sheet.
 */
export function planPart(env: PrintEnv, job: Job, fill: Reading, part: FeedPart, factor = 1): Light {
  if (part === 'tint') return planned('tint', tintInputs(fill.feed, job.sheet), [], tintFeed);
  const picture = pictureOf(job, fill);
  const { hash } = picture ?? {};
  if (!picture || (!picture.made && (!hash || !env.pictures(hash)))) {
    return planned('white', picture ? { missing: hash } : null, [], () => emptyFeed);
  }
  const inputs = partInputs(job, fill, picture, part, factor);
  if (picture.made) {
    const { size, at, weights, sheet } = inputs;
    return planned('made', { made: madeInputs(picture.made, size), ...inputs }, [], ({ made, ...own }) =>
      worked(env.kernels, own, (times) =>
        madeFeed(env.kernels, made, coarserPlacement(at, times), size, coarserSize(sheet!, times), weights),
      ),
    );
  }
  return planned('picture', { hash: hash!, edit: editInUse(picture.edit), ...inputs }, [], ({ edit, ...own }) => {
    const source = editedSource(env.pictures(own.hash)!, edit);
    return worked(env.kernels, own, (times) =>
      createFeedReader(env.kernels, source, coarserPlacement(own.at, times), own.weights),
    );
  });
}

/** The part of the sheet, in whole pixels, on which the picture of a fill lies: all of it for what is no picture. */
export function pictureFrame(job: Job, fill: Reading): Frame {
  const { width, height } = sheetPixels(job.sheet);
  const picture = fill.feed.part === 'tint' ? undefined : pictureOf(job, fill);
  if (!picture) return { left: 0, top: 0, right: width, bottom: height };
  const size = shownSize(picture);
  const { left, top, right, bottom } = boxOfPlaced(placePicture(job.sheet, fill.feed, size), size);
  return {
    left: Math.max(0, Math.ceil(left - NEARLY)),
    top: Math.max(0, Math.ceil(top - NEARLY)),
    right: Math.min(width, Math.floor(right + NEARLY)),
    bottom: Math.min(height, Math.floor(bottom + NEARLY)),
  };
}

/** Pixels by which an edge may miss a whole one. */
const NEARLY = 1e-6;

/** A picture and where it lies. */
interface Placed {
  readonly source: PictureSource;
  readonly at: Placement;
}

/** The picture of a fill whose colours can be read in one go; null where they are worked on, turned or mixed. */
function placedTogether(env: PrintEnv, job: Job, fill: Fill): Placed | null {
  const picture = pictureOf(job, fill);
  const source = picture?.hash ? env.pictures(picture.hash) : null;
  if (!picture || picture.made || !source) return null;
  const { at, work } = partInputs(job, fill, picture, 'r');
  const plain = (['r', 'g', 'b'] as const).every((part, c) => feedWeights(part, fill.tone)[c] === WEIGHT_OF_ONE);
  const edited = editedSource(source, editInUse(picture.edit));
  return plain && !work && readsTogether(edited, at) ? { source: edited, at } : null;
}

function coloursTogether(env: PrintEnv, job: Job, fill: Fill): ColourReader | null {
  const placed = placedTogether(env, job, fill);
  return placed && createColourReader(env.kernels, placed.source, placed.at);
}

/** Reads the picture of a fill that takes its colours as artwork in one go, where that can be. */
export function artworkTogether(env: PrintEnv, job: Job, fill: Fill): ArtworkReader | null {
  const placed = fill.feed.part === 'colour' && fill.feed.from === 'picture' ? placedTogether(env, job, fill) : null;
  return placed && createArtworkReader(env.kernels, placed.source, placed.at);
}

/** The weight of a channel that is taken alone. */
const WEIGHT_OF_ONE = 32768;

/** Where the colours of a fill's picture stand on the grid of a table of `size` points a channel. */
function planPlaces(env: PrintEnv, job: Job, fill: Fill, size: number, alpha: boolean): Planned<PlacedColours> {
  const part = (name: FeedPart) => planPart(env, job, fill, name);
  const feeds = [part('r'), part('g'), part('b'), ...(alpha ? [part('alpha')] : [])];
  const places = planned('places', { size }, feeds, (inputs, [red, green, blue, clear]) =>
    placeReader(
      env.kernels,
      {
        red: red!.read,
        green: green!.read,
        blue: blue!.read,
        clear: clear?.read ?? null,
        together: coloursTogether(env, job, fill),
      },
      inputs.size,
    ),
  );
  const owner = ownerOf(env, job, fill);
  return owner ? { key: places.key, read: sharedReads(owner, places.key, placedBytes, places.read) } : places;
}

/** Returns the object that lives as long as the pixels of a fill's picture: caches of readings are tied to it. */
export function ownerOf(env: PrintEnv, job: Job, fill: Fill): object | null {
  const picture = pictureOf(job, fill);
  return picture?.made ?? (picture?.hash ? env.pictures(picture.hash) : null);
}

/** The table of a separation, from another thread if that has made it; its screens are those that plates are made of. */
function tableOf(env: PrintEnv, { key, make }: PlannedTable): InkTable {
  const { kernels, caches = NO_CACHES } = env;
  const { shared } = caches;
  const compile = (planned: PlannedScreen) => compiledScreen(env, planned, false);
  return make(kernels, shared && ((work) => shared.inkTable(key, work)), compile);
}

/** Makes the tables of a job's separations now, which otherwise happens with the first pixel. */
export function prepareTables(env: PrintEnv, job: Job): void {
  for (const separation of job.separations) {
    if (inkPasses(job, separation.id).length > 0) tableOf(env, planInkTable(separated(job, separation)));
  }
}

/** A fill's picture through a table of colours. Clear counts as white, unless white is printed. */
function planTable(
  env: PrintEnv,
  job: Job,
  fill: Fill,
  {
    table,
    ...asked
  }: { readonly table: PlannedTable; readonly ink: number; readonly part: InkPart; readonly solidFrom?: number },
): Light {
  const alpha = asked.part === 'area' || separationOf(job, fill)?.settings.whiteIs === 'white';
  const places = planPlaces(env, job, fill, table.size, alpha);
  return planned('ink', { table: table.key, ...asked }, [places], ({ table: key, ...inputs }, [placed]) => {
    const picture = ownerOf(env, job, fill);
    const made = { table: tableOf(env, table), key, ...inputs };
    return inkReader(env.kernels, placed.read, made, picture && { picture, key: placed.key });
  });
}

/** Reads the picture of a fill through any table of one plane, for what is measured or shown of its colours. */
export function tableReader(env: PrintEnv, job: Job, fill: Fill, key: string, table: InkTable): LightReader {
  const known = { key, size: table.size, make: () => table };
  return planTable(env, job, fill, { table: known, ink: 0, part: 'ink' }).read;
}

/** Pixels that a length in mm has on the plate. */
const pixels = (mm: number, { sheet }: Job): number => (mm * sheet.ppi) / MM_PER_INCH;

/** Lets what prints grow over its edge by a radius in pixels, or shrink; without one the light stays as it is. */
function planSpread(env: PrintEnv, job: Job, light: Light, radius: number): Light {
  if (Math.floor(Math.abs(radius)) < 1) return light;
  return planned('spread', { radius, sheet: sheetPixels(job.sheet) }, [light], (inputs, [read]) =>
    spreadReader(env.kernels, read.read, inputs.sheet, inputs.radius),
  );
}

/** One ink of a separation, or the base that shows between its inks, as light. */
function planSeparated(env: PrintEnv, job: Job, { pass, fill }: FillOfPass, part: 'ink' | 'base'): Light | null {
  const separation = separationOf(job, fill);
  if (!separation) return null;
  const from = separated(job, separation);
  const base = part === 'base';
  const own = Math.max(
    0,
    inkPasses(job, separation.id).findIndex((p) => p.id === pass.id),
  );
  const table = planInkTable(from);
  const light = planTable(
    env,
    job,
    fill,
    base
      ? { table, ink: basePlanes(from).shows, part: 'shows', solidFrom: fill.screen.solidFrom }
      : { table, ink: own, part: 'ink' },
  );
  const firm = base
    ? planned('firm', { sheet: sheetPixels(job.sheet) }, [light], (inputs, [read]) =>
        firmEdges(env.kernels, read.read, inputs.sheet),
      )
    : light;
  return planSpread(env, job, firm, pixels(fill.tone.spread, job));
}

/**
 * The area that a base may print on: where the art prints anything, choked inward. Dark is inside. Null where the base
 * is not choked by as much as a pixel.
 */
export function planBaseArea(env: PrintEnv, job: Job, fill: Fill): Light | null {
  const separation = separationOf(job, fill);
  if (!separation) return null;
  const radius = pixels(fill.tone.spread - separation.settings.choke, job);
  if (radius > -1) return null;
  const from = separated(job, separation);
  const area = planTable(env, job, fill, { table: planInkTable(from), ink: basePlanes(from).prints, part: 'area' });
  return planSpread(env, job, area, radius);
}

/**
 * Plans the light of one part of a fill's picture as it lies on the sheet: cut out, cropped and turned, mixed and
 * worked on as the tone of the fill says, separated into inks where that is asked.
 */
export function planLight(env: PrintEnv, job: Job, from: FillOfPass, part: FeedPart = from.fill.feed.part): Light {
  const own = part === 'ink' || part === 'base' ? planSeparated(env, job, from, part) : null;
  if (own) return own;
  const light = planPart(env, job, from.fill, part);
  return planSpread(env, job, light, pixels(from.fill.tone.spread, job));
}
