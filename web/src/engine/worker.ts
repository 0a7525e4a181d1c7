import {
  type Area,
  finishTile,
  type Job,
  loadClipper,
  packRows,
  paletteOfPicture,
  quickSeparations,
  type Pass,
  passOf,
  type PictureSource,
  prepareSubject,
  type Recipe,
  type Repeat,
  readTile,
  type SeamJobs,
  seamStrength,
  type SharedFloyd,
  type StoneFault,
  sharePlate,
  sheetPixels,
  type TileSettings,
  fillOf,
} from '@chromatype/core';
import * as Comlink from 'comlink';
import type { PictureBuffer } from './picture-buffer.ts';
import { holdLock } from './live-worker.ts';
import { type FloodClick, floodClick, prepareFlood } from './flood-click.ts';
import { type ClipMeasures, type FrameAsked, measureClip, motionFrame } from './motion-frame.ts';
import { type InkMap, inkMap, mostInk } from './ink-map.ts';
import { reducePicture } from './reduce-picture.ts';
import { livelyPlace, type PictureSample, pictureSample } from './picture-samples.ts';
import {
  artworkSample,
  rampSample,
  type Sample,
  type SampleAsked,
  type ScreenAsked,
  screenSample,
  tintSample,
} from './samples.ts';
import { lookAt, type LookAsked } from './look.ts';
import {
  measureRepeats,
  measureSpectrum,
  measureSpot,
  measureSteps,
  type PrintedStep,
  type SpotMeasure,
} from './measures.ts';
import { OVERVIEWS, type OverviewKind } from './overviews.ts';
import { stencilSample, stencilsAt } from './stencil-looks.ts';
import { type CropPixels, stripSample } from './strips.ts';
import { SwatchMaker, type SwatchNote, type SwatchView } from './swatch.ts';
import { recipeSample } from './recipe-sample.ts';
import { type ReachStats, reachStats } from './reach.ts';
import type { View } from './view.ts';
import { warmCompiler } from './warm-compiler.ts';
import { warmUp } from './warm-up.ts';
import { makeWhole } from './make-whole.ts';
import { markOutlines, type SheetMarks, sheetMarks } from './sheet-marks.ts';
import { faultsOfStones, type SheetStones, sheetStones } from './sheet-stones.ts';
import { type SharedPlate, plateOfShared } from './shared-plate.ts';
import { SheetEngine } from './sheet-engine.ts';
import type { ExactPixels, Slab } from './slab.ts';

const THUMB_SIDE = 480;
/** Pictures with at most so many pixels along their longer side are small enough for thumbnails. */
const SMALL = 1600;
/** Columns of a tile that are looked at for its seams. */
const SEAM_SIDE = 256;

const engine = new SheetEngine();
const swatches = new SwatchMaker(engine);
const reduced = new Map<string, PictureSource>();

/** The small copy of the picture that a pass takes; null without a picture. */
function reducedOf(job: Job, pass: Pass): PictureSource | null {
  const hash = job.pictures.find((p) => p.id === fillOf(pass).feed.picture)?.hash;
  return hash ? reducedPicture(hash) : null;
}

/** The small copy of a picture; null while it is not there. */
function reducedPicture(hash: string): PictureSource | null {
  const source = engine.smaller(hash);
  if (!source) return null;
  if (Math.max(source.width, source.height) <= SMALL) return source;
  if (!reduced.has(hash)) reduced.set(hash, reducePicture(source, THUMB_SIDE));
  return reduced.get(hash)!;
}

const sent = (sample: Sample): Sample => Comlink.transfer(sample, [sample.rgba.buffer]);

/** What the interface can ask of an engine worker. */
const api = {
  useBoard(board: SharedArrayBuffer, turn: number): void {
    engine.useBoard(board, turn);
  },
  warmUp(): void {
    warmUp(engine);
  },
  warmCompiler,
  prepare(job: Job, what: 'tables' | 'screens'): void {
    engine.prepare(job, what);
  },
  addPicture(picture: PictureBuffer): void {
    engine.addPicture(picture);
  },
  dropPicture(hash: string): void {
    engine.dropPicture(hash);
  },
  /** A plate that was made as a whole by another worker. */
  addWhole(key: string, plate: SharedPlate): void {
    engine.addWhole(key, plateOfShared(plate));
  },
  /** Makes a pass's whole plate; `told` hears the share done and answers false to stop. Null when stopped. */
  whole(job: Job, pass: Pass, told: (share: number) => boolean | Promise<boolean>): Promise<SharedPlate | null> {
    return makeWhole(engine, job, pass, told);
  },
  /** This thread's part of a plate that two make together; false when it was stopped. */
  sharePlate(job: Job, pass: Pass, shared: SharedFloyd, thread: number): boolean {
    return sharePlate({ kernels: engine.kernels, pictures: engine.lookup }, job, pass, shared, thread);
  },
  reduced(slab: Slab): Uint8ClampedArray<ArrayBuffer> {
    const rgba = engine.reduced(slab);
    return Comlink.transfer(rgba, [rgba.buffer]);
  },
  exact(slab: Slab): ExactPixels[] {
    const pieces = engine.exact(slab);
    return Comlink.transfer(
      pieces,
      pieces.map((p) => p.rgba.buffer),
    );
  },
  ramp(asked: SampleAsked): Sample {
    return sent(rampSample(engine, asked));
  },
  screen(asked: ScreenAsked): Sample {
    const start = performance.now();
    const sample = screenSample(engine, asked);
    return sent({ ...sample, took: performance.now() - start });
  },
  /** A pass that prints artwork, as it lies on the stock; a flat tone of it where its picture is not there. */
  artwork(asked: ScreenAsked): Sample {
    const { job, pass } = asked;
    const alone = passOf(pass, fillOf(pass));
    return sent(artworkSample(engine, { ...asked, pass: alone }, reducedOf(job, pass)) ?? screenSample(engine, asked));
  },
  tint(asked: Parameters<typeof tintSample>[1]): Sample {
    return sent(tintSample(engine, asked));
  },
  /** A frame of a clip, as it is played; null where the one before it is wanted first. */
  async frame(asked: FrameAsked): Promise<ImageBitmap | null> {
    const made = await motionFrame(engine, asked);
    return made && Comlink.transfer(made, [made]);
  },
  measureClip(ends: SeamJobs, frames: readonly Job[], within: number): ClipMeasures {
    return measureClip(engine, ends, frames, within);
  },
  /** The marks of a fill, one by one. */
  /** Lays the stones of a pass. */
  stones(job: Job, pass: Pass): SheetStones | null {
    return sheetStones(engine, job, pass);
  },
  stoneFaults(job: Job, pass: Pass): StoneFault[] {
    return faultsOfStones(engine, job, pass);
  },
  marks(job: Job, pass: Pass, fill: string): SheetMarks {
    return sheetMarks(engine, job, pass, fill);
  },
  /** Outlines of some of its marks as an SVG path in mm of the sheet. */
  markOutlines(job: Job, pass: Pass, fill: string, ids: readonly number[]): string {
    return markOutlines(engine, job, pass, fill, ids);
  },
  /** Stencils that let print at a place of the sheet in mm. */
  stencilsAt(job: Job, x: number, y: number): string[] {
    return stencilsAt(engine, job, x, y);
  },
  picture(job: Job, pass: Pass, width: number, draft = false): PictureSample {
    const made = pictureSample(engine, draft ? quickSeparations(job) : job, pass, reducedOf(job, pass), width);
    return Comlink.transfer(made, [made.sample.rgba.buffer]);
  },
  /** Something laid over the sheet, RGBA as large as the view. */
  overview(job: Job, pass: Pass, view: View, kind: OverviewKind): Uint8ClampedArray<ArrayBuffer> {
    const rgba = OVERVIEWS[kind](engine, job, pass, view);
    return Comlink.transfer(rgba, [rgba.buffer]);
  },
  prepareFlood(job: Job, settings: Parameters<typeof prepareFlood>[2], spot: Parameters<typeof prepareFlood>[3]): void {
    prepareFlood(engine, job, settings, spot);
  },
  floodClick(job: Job, settings: Parameters<typeof floodClick>[2], like: Parameters<typeof floodClick>[3]): FloodClick {
    return floodClick(engine, job, settings, like);
  },
  /** Looks at a picture now, so that the first rough stroke on it is as quick as the next. */
  prepareSubject(hash: string): void {
    const source = engine.lookup(hash);
    if (source) prepareSubject(source);
  },
  /** A stencil over the whole sheet, `width` pixels wide. */
  stencil(job: Job, id: string, width: number): Sample {
    return sent(stencilSample(engine, job, id, width));
  },
  /** A recipe on a card of a picture, `width` pixels wide; null where the card cannot hold it. */
  recipe(job: Job, recipe: Recipe, width: number): Sample | null {
    const made = recipeSample(engine, job, recipe, width, reducedPicture);
    return made && sent(made);
  },
  /** A crop of a job's print, at its own pixels or averaged down. */
  strip(job: Job, crop: CropPixels, scale: number): Sample {
    return sent(stripSample(engine, job, crop, scale));
  },
  /** Makes the seamless swatch of a job; `told` hears the share done and answers false to stop. Null when stopped. */
  swatch(job: Job, key: string, told: (share: number) => boolean | Promise<boolean>): Promise<SwatchNote | null> {
    return swatches.make(job, key, told);
  },
  /** A part of nine swatches side by side; null while the swatch of that key is not there. */
  swatchShown(key: string, view: SwatchView): Sample | null {
    const sample = swatches.shown(key, view);
    return sample && sent(sample);
  },
  /** One swatch as a picture; null while it is not there. */
  swatchPicture(key: string, longest: number): Sample | null {
    const sample = swatches.picture(key, longest);
    return sample && sent(sample);
  },
  /** Where a box of `width` × `height` mm of the sheet has the most various tones of a pass's picture; in mm. */
  livelyPlace(job: Job, pass: Pass, width: number, height: number): { readonly x: number; readonly y: number } {
    return livelyPlace(engine, job, pass, reducedOf(job, pass), { width, height });
  },
  /** Shown pixels as they are seen from a distance, or in grey. */
  look(rgba: Uint8ClampedArray<ArrayBuffer>, asked: LookAsked): Uint8ClampedArray<ArrayBuffer> {
    const seen = lookAt(rgba, asked);
    return Comlink.transfer(seen, [seen.buffer]);
  },
  /** What a pass's plate measures round a spot of the sheet, in sheet pixels. */
  spot(job: Job, pass: Pass, x: number, y: number, side: number): SpotMeasure {
    return measureSpot(engine, job, pass, x, y, side);
  },
  steps(job: Job, pass: Pass): PrintedStep[] {
    return measureSteps(engine, job, pass);
  },
  spectrum(job: Job, pass: Pass): number[] {
    return measureSpectrum(engine, job, pass);
  },
  repeats(job: Job, pass: Pass): Repeat[] {
    return measureRepeats(engine, job, pass);
  },
  /** How far the inks of a pass's separation are from its picture. */
  reach(job: Job, pass: Pass): ReachStats | null {
    return reachStats(engine, job, pass, reducedOf(job, pass));
  },
  /** A picture of all ink together, `width` pixels wide; what is over `limit` is marked. */
  inkMap(job: Job, width: number, limit: number): InkMap {
    const made = inkMap(engine, job, (pass) => reducedOf(job, pass), width, limit);
    return Comlink.transfer(made, [made.sample.rgba.buffer]);
  },
  mostInk(job: Job): number {
    return mostInk(engine, job, (pass) => reducedOf(job, pass));
  },
  /** The colours that serve a picture best. */
  pictureColours(hash: string, count: number): string[] {
    const source = engine.lookup(hash);
    return source ? paletteOfPicture(source, count) : [];
  },
  /** How much a tile shows where it meets itself; null when its picture is not there. */
  seams(hash: string, settings: TileSettings): { readonly across: number; readonly down: number } | null {
    const source = engine.lookup(hash);
    return source && seamStrength(finishTile(readTile(source, SEAM_SIDE), settings), settings.repeat === 'half-drop');
  },
  /** Pixels that a pass inks in a part of the sheet. */
  inkOf(job: Job, pass: Pass, area: Area): number {
    return engine.inkOf(job, pass, area);
  },
  /** SHA-256 of a pass's packed plate rows over the whole sheet, for comparing with the server's plate. */
  async plateDigest(job: Job, pass: Pass): Promise<string> {
    const { width, height } = sheetPixels(job.sheet);
    const rows = packRows(engine.kernels, job, pass, engine.lookup);
    const digest = await crypto.subtle.digest('SHA-256', rows as Uint8Array<ArrayBuffer>);
    const hex = Array.from(new Uint8Array(digest), (b) => b.toString(16).padStart(2, '0')).join('');
    return `${width}x${height}:${hex}`;
  },
};

export type EngineApi = typeof api;

/** The same, begun when the clipper is there. Without it only joining fails, and says so; the next call tries again. */
const ready = () => loadClipper().catch(() => {});
const exposed = Object.fromEntries(
  Object.entries(api).map(([name, work]) => [
    name,
    async (...args: unknown[]) => {
      await ready();
      return (work as (...args: unknown[]) => unknown)(...args);
    },
  ]),
);

void ready();
Comlink.expose(exposed);
holdLock(self.name);
