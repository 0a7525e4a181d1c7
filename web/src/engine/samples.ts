import {
  meantTone,
  DEFAULT_FEED,
  composeExact,
  createDisplayMeans,
  planPass,
  sampledScreen,
  screenCellWidth,
  samplePitch,
  screenTraits,
  separationsOn,
  passOf,
  type Frequency,
  type Job,
  memorySource,
  type Pass,
  type PictureSource,
  pointTone,
  sheetPixels,
  filePicture,
  DEFAULT_TONE,
  fillOf,
  MM_PER_INCH,
} from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';
import { smallJob } from './small-job.ts';

/** A small picture made by the engine, RGBA. */
export interface Sample {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  /** Milliseconds that it took to make, where that was measured. */
  readonly took?: number;
}

/** The pitch of a pass's screen in sheet pixels. */
export const pitchPixels = (job: Job, pass: Pass): number => samplePitch(job.sheet, fillOf(pass).screen);

/** Width in sheet pixels of what repeats to the eye in a pass's screen. */
export const cellPixels = (job: Job, pass: Pass): number => screenCellWidth(job.sheet, fillOf(pass).screen);

const px = (value: number): Frequency => ({ per: 'px', value });

/** A job whose sheet is so many pixels and whose one pass reads a picture laid pixel on pixel. */
export function sampleJob(
  job: Job,
  pass: Pass,
  width: number,
  height: number,
  pitch: number,
): { job: Job; pass: Pass } {
  const mm = (pixels: number) => (pixels / job.sheet.ppi) * MM_PER_INCH;
  const fill = fillOf(pass);
  const sample = passOf(pass, {
    ...fill,
    // What is coverage already is asked for in even steps.
    tone: pointTone(meantTone(fill)),
    feed: { ...DEFAULT_FEED, picture: 'sample', fit: 'own', width: mm(width) },
    screen: { ...sampledScreen(fill.screen), frequency: px(pitch) },
  });
  return {
    pass: sample,
    job: {
      ...job,
      sheet: { ...job.sheet, width: mm(width), height: mm(height), bleed: 0 },
      separations: separationsOn(job),
      pictures: [filePicture({ id: 'sample', name: 'sample', hash: 'sample', width, height }), ...job.pictures],
      passes: [sample],
    },
  };
}

interface Printed {
  readonly engine: SheetEngine;
  readonly job: Job;
  readonly pass: Pass;
  readonly source: PictureSource;
  /** Quick and coarser, while something is dragged. */
  readonly draft: boolean;
}

function platesOf({ engine, job, pass, source, draft }: Printed) {
  const { width, height } = sheetPixels(job.sheet);
  const area = { x: 0, y: 0, width, height, step: 1 };
  const env = engine.sampleEnv((hash) => (hash === 'sample' ? source : engine.lookup(hash)));
  const plan = planPass(env, job, pass, { draft, piecemeal: draft });
  const plate = plan.plate.read(area);
  plan.release();
  return { area, plate };
}

/** The printed pixels of a one-pass sheet. */
function printed(what: Printed): Sample {
  const { area, plate } = platesOf(what);
  const rgba = composeExact(what.engine.kernels, what.job.sheet, [what.pass], [plate], area);
  return { width: area.width, height: area.height, rgba: new Uint8ClampedArray(rgba) };
}

/** The same, averaged down to `scale` display pixels a sheet pixel. */
function printedSmall(what: Printed, scale: number): Sample {
  if (scale >= 1) return printed(what);
  const { area, plate } = platesOf(what);
  const width = Math.max(1, Math.floor(area.width * scale));
  const height = Math.max(1, Math.floor(area.height * scale));
  const grid = { scale, originX: 0, originY: 0, width, first: 0, rows: height };
  const means = createDisplayMeans(what.engine.kernels, what.job.sheet, [what.pass], grid);
  means.add(area, [plate]);
  return { width, height, rgba: means.rgba() };
}

const flatSource = (width: number, height: number, tone: number): PictureSource =>
  memorySource(width, height, 1, new Uint8Array(width * height).fill(Math.round((1 - tone) * 255)));

/** How far a cell of `pitch` pixels is reduced so that it shows at most `most` display pixels. */
const reduction = (pitch: number, most: number): number => Math.min(1, most / pitch);

/** What a sample is asked for: a pass of a job, so many display pixels. */
export interface SampleAsked {
  readonly job: Job;
  readonly pass: Pass;
  readonly width: number;
  readonly height: number;
  /** Quick and coarser, while something is dragged. */
  readonly draft: boolean;
}

export interface ScreenAsked extends SampleAsked {
  readonly tone: number;
  /** Larger cells are reduced to this many display pixels. */
  readonly largestCell: number;
  /** Cell in pixels, where it is not to be the pass's own. */
  readonly pitch?: number;
}

/** A pass's ramp: the picture's darkness from 0 at the top to 1 at the bottom, through its tone and screen. */
export function rampSample(engine: SheetEngine, { job, pass, width, height, draft }: SampleAsked): Sample {
  const pitch = pitchPixels(job, pass);
  const scale = reduction(cellPixels(job, pass), 9);
  const [w, h] = [Math.ceil(width / scale), Math.ceil(height / scale)];
  const bytes = new Uint8Array(w * h);
  for (let y = 0; y < h; y++) bytes.fill(Math.round(255 - (255 * (y + 0.5)) / h), y * w, (y + 1) * w);
  const sample = sampleJob(job, pass, w, h, pitch);
  return printedSmall({ engine, ...sample, source: memorySource(w, h, 1, bytes), draft }, scale);
}

/** A flat tone through a pass's screen; its tone station is left out. */
export function screenSample(engine: SheetEngine, asked: ScreenAsked): Sample {
  const { job, pass, draft } = asked;
  const pitch = asked.pitch ?? pitchPixels(job, pass);
  const { lattice, outlines } = screenTraits(fillOf(pass).screen, job.sheet.ppi);
  const cell = asked.pitch === undefined || !(lattice || outlines) ? cellPixels(job, pass) : asked.pitch;
  const scale = reduction(cell, asked.largestCell);
  const [w, h] = [Math.ceil(asked.width / scale), Math.ceil(asked.height / scale)];
  const neutral = passOf(pass, { ...fillOf(pass), tone: { ...DEFAULT_TONE, meaning: 'even' } });
  const sample = sampleJob(job, neutral, w, h, pitch);
  return printedSmall({ engine, ...sample, source: flatSource(w, h, asked.tone), draft }, scale);
}

/** A tint of a pass as it lies on the shelf: a straight gradation runs down, a round one from the middle to the side. */
export function tintSample(engine: SheetEngine, asked: Omit<ScreenAsked, 'tone' | 'draft' | 'pitch'>): Sample {
  const { job, pass } = asked;
  const fill = fillOf(pass);
  const scale = reduction(cellPixels(job, pass), asked.largestCell);
  const [w, h] = [Math.ceil(asked.width / scale), Math.ceil(asked.height / scale)];
  const mm = (pixels: number) => (pixels / job.sheet.ppi) * MM_PER_INCH;
  const [cx, cy] = [mm(w) / 2, mm(h) / 2];
  const line =
    fill.feed.run === 'linear'
      ? { fromX: cx, fromY: 0, toX: cx, toY: mm(h) }
      : { fromX: cx, fromY: cy, toX: cx, toY: mm(h) };
  const sample = passOf(pass, {
    ...fill,
    feed: { ...fill.feed, ...line },
    tone: DEFAULT_TONE,
    // On a sheet of another size a count across would be another frequency.
    screen: { ...sampledScreen(fill.screen), frequency: px(pitchPixels(job, pass)) },
  });
  const small = { ...job, sheet: { ...job.sheet, width: mm(w), height: mm(h), bleed: 0 }, passes: [sample] };
  return printedSmall({ engine, job: small, pass: sample, source: flatSource(1, 1, 0), draft: false }, scale);
}

/** What a pass that prints artwork looks like on the stock: the middle of its sheet, `width` × `height` display pixels. */
export function artworkSample(
  engine: SheetEngine,
  { job, pass, width, height }: Omit<SampleAsked, 'draft'>,
  reduced: PictureSource | null,
): Sample | null {
  const small = smallJob(job, pass, reduced, width);
  if (!small) return null;
  const y = Math.max(0, Math.floor((small.height - height) / 2));
  const area = { x: 0, y, width, height: Math.min(height, small.height - y), step: 1 };
  const plan = planPass(
    engine.sampleEnv((hash) => reduced ?? engine.lookup(hash)),
    small.job,
    small.pass,
  );
  const rgba = composeExact(engine.kernels, small.job.sheet, [small.pass], [plan.plate.read(area)], area);
  plan.release();
  return { width, height: area.height, rgba: new Uint8ClampedArray(rgba) };
}
