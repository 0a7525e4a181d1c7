import {
  type Area,
  planPass,
  screenTraits,
  inkOfPlate,
  inkShares,
  isBitmap,
  bitAt,
  type Job,
  memorySource,
  type Pass,
  type Plate,
  radialSpectrum,
  type Repeat,
  sheetPixels,
  sheetSize,
  spectrumPeak,
  strongRepeats,
  toneCurve,
  meantTone,
  fillOf,
  MM_PER_INCH,
} from '@chromatype/core';
import { sampleJob, pitchPixels } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';
import { feedBytes } from './picture-samples.ts';

/** What lies under the loupe. */
export interface SpotMeasure {
  readonly coverage: number;
  /** The strongest regular pattern; null where there is none. */
  readonly lpi: number | null;
  readonly angle: number | null;
}

/** How much of each pixel is ink, 0..1. */
function inkAt(plate: Plate, pass: Pass): (x: number, y: number) => number {
  if (isBitmap(plate)) return (x, y) => bitAt(plate, x, y);
  const shares = inkShares(pass);
  return (x, y) => shares[plate.data[y * plate.width + x]!]!;
}

/** Coverage, frequency and angle of a pass's plate in a square round a spot of the sheet. */
export function measureSpot(
  engine: SheetEngine,
  job: Job,
  pass: Pass,
  x: number,
  y: number,
  side: number,
): SpotMeasure {
  const sheet = sheetPixels(job.sheet);
  const clamp = (v: number, whole: number) => Math.max(0, Math.min(whole - side, Math.round(v - side / 2)));
  const area: Area = {
    x: clamp(x, sheet.width),
    y: clamp(y, sheet.height),
    width: Math.min(side, sheet.width),
    height: Math.min(side, sheet.height),
    step: 1,
  };
  const plate = engine.plateOver(job, pass, area);
  const coverage = inkOfPlate(plate, inkShares(pass)) / (area.width * area.height);
  const peak = spectrumPeak(inkAt(plate, pass), area.width, area.height, 256);
  const clear = peak && peak.prominence > 30 && coverage > 0.03 && coverage < 0.97;
  return {
    coverage,
    lpi: clear ? peak.frequency * job.sheet.ppi : null,
    // Cells have two directions, a quarter apart: the first of them is said.
    angle: clear ? peak.angle % screenTraits(fillOf(pass).screen, job.sheet.ppi).turnsEvery : null,
  };
}

/** One patch of the printed wedge. */
export interface PrintedStep {
  /** Darkness of the picture, the tone asked for there, and the tone that the plate has. */
  readonly picture: number;
  readonly wanted: number;
  readonly printed: number;
}

const STEPS = 21;

/** Tone wanted and tone printed, measured on plates of flat patches, from bare to solid in 21 steps. */
export function measureSteps(engine: SheetEngine, job: Job, pass: Pass): PrintedStep[] {
  const pitch = pitchPixels(job, pass);
  const side = Math.min(512, Math.max(96, Math.ceil(8 * pitch)));
  const { job: small, pass: sample } = sampleJob(job, pass, side, side, pitch);
  const curve = toneCurve(meantTone(fillOf(pass)));
  return Array.from({ length: STEPS }, (_, k) => {
    const darkness = k / (STEPS - 1);
    const grey = Math.round(255 * (1 - darkness));
    const source = memorySource(side, side, 1, new Uint8Array(side * side).fill(grey));
    const env = engine.sampleEnv((hash) => (hash === 'sample' ? source : engine.lookup(hash)));
    const plan = planPass(env, small, sample, { piecemeal: true });
    const plate = plan.plate.read({ x: 0, y: 0, width: side, height: side, step: 1 });
    plan.release();
    const wanted = curve(1 - grey / 255);
    return { picture: darkness, wanted, printed: inkOfPlate(plate, inkShares(sample)) / (side * side) };
  });
}

const SPECTRUM_SIDE = 512;
export const SPECTRUM_BINS = 128;

/** Radial spectrum of a pass's plate in the middle of the sheet: power by frequency, 0 to ½ cycle a pixel. */
export function measureSpectrum(engine: SheetEngine, job: Job, pass: Pass): number[] {
  const sheet = sheetPixels(job.sheet);
  let side = SPECTRUM_SIDE;
  while (side > Math.min(sheet.width, sheet.height)) side /= 2;
  const area = {
    x: Math.floor((sheet.width - side) / 2),
    y: Math.floor((sheet.height - side) / 2),
    width: side,
    height: side,
    step: 1,
  };
  const ink = inkAt(engine.plateOver(job, pass, area), pass);
  const values = Float64Array.from({ length: side * side }, (_, k) => ink(k % side, Math.floor(k / side)));
  return [...radialSpectrum(values, side, SPECTRUM_BINS)];
}

const REPEAT_SIDE = 512;

/** Strong repeats of a pass's picture as it lies on the sheet, from its middle. */
export function measureRepeats(engine: SheetEngine, job: Job, pass: Pass): Repeat[] {
  const size = sheetSize(job.sheet);
  // Fine enough for repeats near the screen's own frequency.
  const picture = job.pictures.find((p) => p.id === fillOf(pass).feed.picture);
  const source = picture?.hash ? engine.lookup(picture.hash) : null;
  if (!picture || (!picture.made && !source)) return [];
  const perInch = Math.min(
    job.sheet.ppi,
    150,
    (4 * REPEAT_SIDE * MM_PER_INCH) / Math.max(size.width, size.height) + 60,
  );
  const width = Math.round((size.width / MM_PER_INCH) * perInch);
  if (width < REPEAT_SIDE) return [];
  const { bytes, height } = feedBytes(engine, job, pass, source, width);
  if (height < REPEAT_SIDE) return [];
  const [x0, y0] = [(width - REPEAT_SIDE) >> 1, (height - REPEAT_SIDE) >> 1];
  const values = Float64Array.from(
    { length: REPEAT_SIDE * REPEAT_SIDE },
    (_, k) => bytes[(y0 + Math.floor(k / REPEAT_SIDE)) * width + x0 + (k % REPEAT_SIDE)]!,
  );
  return strongRepeats(values, REPEAT_SIDE, perInch);
}
