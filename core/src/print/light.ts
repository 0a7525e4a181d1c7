import type { Kernels } from '../kernel/kernels.ts';
import { createFeedReader, emptyFeed, type FeedReader } from '../picture/feed.ts';
import { shownSize } from '../picture/edit.ts';
import { editedSource } from '../picture/edited-source.ts';
import { madeFeed } from '../picture/made-feed.ts';
import { coarserPlacement, placePicture } from '../picture/placement.ts';
import { sharedReads } from '../raster/shared-reads.ts';
import { feedWeights } from '../picture/weights.ts';
import { LIGHT_SETTINGS } from '../tone/params.ts';
import type { PictureSource } from '../raster/source.ts';
import type { Area } from '../raster/area.ts';
import type { ToneTables } from '../screen/periodic/threshold-screener.ts';
import { paintTones } from '../raster/strokes.ts';
import { limitTones, toneTable16, toneTable8 } from '../tone/tone-table.ts';
import { mapTones } from '../raster/map-tones.ts';
import { workLight } from '../tone/work-light.ts';
import { sheetPixels } from '../document/defaults.ts';
import { firmEdges } from '../separate/firm-edges.ts';
import { type InkFeed, inkReader, placedBytes, placeReader } from '../separate/ink-reader.ts';
import type { InkTable } from '../separate/ink-table.ts';
import { baseTableOf, inkPasses, inkTableOf, separationOf } from '../document/separations.ts';
import { spreadReader } from '../raster/spread.ts';
import type { FeedPart, Job, Pass, Screen, Separation } from '../document/types.ts';

/** Pixels of a stored picture by its hash; null when they are not there. */
export type PictureLookup = (hash: string) => PictureSource | null;

/** Parts that are coverage already, whatever their light would look like. */
export const isCoverage = (part: FeedPart): boolean => part === 'alpha' || part === 'ink' || part === 'base';

/** A pass's tone as it is meant: what is coverage already goes in even steps. */
export const meantTone = ({ tone, feed }: Pick<Pass, 'tone' | 'feed'>): Pass['tone'] =>
  isCoverage(feed.part) ? { ...tone, meaning: 'even' } : tone;

/**
 * Reads a part of the picture that a pass takes, where it lies on the sheet: the picture cut out, cropped
 * and turned, its light mixed and worked on as the pass's tone says, separated into inks where asked.
 */
export function passReader(
  kernels: Kernels,
  job: Job,
  pass: Pass,
  pictures: PictureLookup,
  part: FeedPart,
): FeedReader {
  const separation = part === 'ink' || part === 'base' ? separationOf(job, pass) : undefined;
  const read = separation
    ? separatedReader(kernels, job, pass, pictures, separation)
    : partReader(kernels, job, pass, pictures, part);
  const sheet = sheetPixels(job.sheet);
  const base = separation && part === 'base';
  const choke = base ? separation.settings.choke : 0;
  const firm = base ? firmEdges(kernels, read, sheet) : read;
  return spreadReader(kernels, firm, sheet, ((pass.tone.spread - choke) * job.sheet.ppi) / 25.4);
}

/** One ink of a separation, or the area under all of them. */
function separatedReader(
  kernels: Kernels,
  job: Job,
  pass: Pass,
  pictures: PictureLookup,
  separation: Separation,
): FeedReader {
  const base = pass.feed.part === 'base';
  const table = base ? baseTableOf(job, separation) : inkTableOf(job, separation);
  const ink = base ? 0 : inkPasses(job, separation.id).findIndex((p) => p.id === pass.id);
  return tableReader(kernels, job, pass, pictures, { table, ink: Math.max(0, ink), hard: base });
}

/** A pass's picture through a table of colours. Clear counts as white unless white is printed. */
function tableReader(kernels: Kernels, job: Job, pass: Pass, pictures: PictureLookup, from: InkFeed): FeedReader {
  const part = (name: FeedPart) => partReader(kernels, job, pass, pictures, name);
  const alpha = from.hard || separationOf(job, pass)?.settings.whiteIs === 'white';
  const { size } = from.table;
  const feeds = { red: part('r'), green: part('g'), blue: part('b'), clear: alpha ? part('alpha') : null };
  const key = `${size} ${alpha} ${sourceKey(job, pass)}`;
  const picture = job.pictures.find((p) => p.id === pass.feed.picture);
  const owner = picture?.made ?? (picture?.hash && pictures(picture.hash)) ?? null;
  const places = placeReader(kernels, feeds, size);
  if (!owner) return inkReader(kernels, places, from, null);
  return inkReader(kernels, sharedReads(owner, key, placedBytes, places), from, { picture: owner, key });
}

/** Reads a pass's picture through any table of one plane, for what is measured or shown of its colours. */
export const inkFeedOf = (
  kernels: Kernels,
  job: Job,
  pass: Pass,
  pictures: PictureLookup,
  table: InkTable,
): FeedReader => tableReader(kernels, job, pass, pictures, { table, ink: 0, hard: false });

/** What every part of a pass's picture depends on: equal keys read the same. */
export function sourceKey(job: Job, pass: Pass): string {
  const picture = job.pictures.find((p) => p.id === pass.feed.picture);
  if (!picture) return 'white';
  const { width, height } = sheetPixels(job.sheet);
  const { hash, made, edit } = picture;
  const at = placePicture(job.sheet, pass.feed, shownSize(picture));
  const work = LIGHT_SETTINGS.map((name) => pass.tone[name]);
  return JSON.stringify([hash, made, edit, at, width, height, job.sheet.ppi, work]);
}

/** A part of the picture as light. */
function partReader(kernels: Kernels, job: Job, pass: Pass, pictures: PictureLookup, part: FeedPart): FeedReader {
  const picture = job.pictures.find((p) => p.id === pass.feed.picture);
  if (!picture) return emptyFeed;
  const size = shownSize(picture);
  const at = placePicture(job.sheet, pass.feed, size);
  const weights = feedWeights(part, pass.tone);
  const sheet = { ...sheetPixels(job.sheet), ppi: job.sheet.ppi };
  const { made } = picture;
  if (made) {
    const read = (factor: number) =>
      madeFeed(kernels, made, coarserPlacement(at, factor), size, coarserSize(sheet, factor), weights);
    return workLight(kernels, pass.tone, sheet, remembered(read));
  }
  const source = picture.hash ? pictures(picture.hash) : null;
  if (!source) return emptyFeed;
  const edited = editedSource(source, picture.edit);
  const read = (factor: number) => createFeedReader(kernels, edited, coarserPlacement(at, factor), weights);
  return workLight(kernels, pass.tone, sheet, remembered(read));
}

const coarserSize = ({ width, height }: { width: number; height: number }, factor: number) => ({
  width: Math.ceil(width / factor),
  height: Math.ceil(height / factor),
});

/** Makes each reader once. */
function remembered(make: (factor: number) => FeedReader): (factor: number) => FeedReader {
  const made = new Map<number, FeedReader>();
  return (factor) => {
    if (!made.has(factor)) made.set(factor, make(factor));
    return made.get(factor)!;
  };
}

/** Colours of a palette are not coverage: they are always matched by their light. */
export const printsPalette = ({ family, grain }: Screen): boolean => family === 'grain' && grain.prints === 'palette';

/** Whether smallest and solid can stand in the tone table: nothing changes the tones after it. */
const limitsInTable = ({ screen, tone }: Pass): boolean => !screen.oneTone && tone.paint.length === 0;

/**
 * A pass's tone curve as tables. `limited`: with the smallest dot and solid in it, as passes that read
 * tone pixel by pixel need it; one tone a cell applies them to the mean.
 */
export function createToneTables(pass: Pass, limited = limitsInTable(pass)): ToneTables {
  const tone = printsPalette(pass.screen) ? { ...pass.tone, meaning: 'light' as const } : pass.tone;
  const made = new Map<8 | 16, Uint16Array>();
  return {
    tones(depth) {
      let table = made.get(depth);
      if (!table) {
        table = depth === 8 ? toneTable8(tone) : toneTable16(tone, isCoverage(pass.feed.part));
        if (limited) limitTones(table, pass.screen.smallest, pass.screen.solidFrom);
        made.set(depth, table);
      }
      return table;
    },
  };
}

/**
 * Light of red, green and blue after the tone curve, plane by plane, for palettes. A pass that takes
 * one part of the picture has that part's grey in all three.
 */
export function colourReader(
  kernels: Kernels,
  tables: ToneTables,
  readers: readonly FeedReader[],
  paint: (area: Area) => Float32Array | null = () => null,
): (area: Area) => Uint16Array {
  return (area) => {
    const share = paint(area);
    const planes = readers.map((read) => {
      const light = read(area);
      return paintTones(mapTones(kernels, light, tables.tones(light.depth)), share).map((tone) => 65535 - tone);
    });
    const size = planes[0]!.length;
    const out = new Uint16Array(3 * size);
    for (let c = 0; c < 3; c++) out.set(planes[c % planes.length]!, c * size);
    return out;
  };
}
