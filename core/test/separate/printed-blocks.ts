import {
  fillOf,
  hexOfLight,
  INK_SETS,
  type Job,
  type LinearRgb,
  memorySource,
  type PictureSource,
  planPass,
  printedInk,
  type Screen,
  type SeparationSettings,
  splitPicture,
  stockLight,
  withFill,
} from '../../src/index.ts';
import { bitAt, type Bitmap } from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { knownOverprints } from '../../src/ink/printed-ink.ts';
import { overprintColours } from '../../src/colour/overprint.ts';

export interface BlocksAsked {
  /** Name of the ink set. */
  readonly set: string;
  /** sRGB bytes of the flat blocks, which stand side by side. */
  readonly colours: readonly (readonly [number, number, number])[];
  /** Pixels of a block's side. */
  readonly side: number;
  readonly settings?: Partial<SeparationSettings>;
  readonly screen?: Partial<Screen>;
}

/** What the plates of a set print of flat blocks. */
export interface PrintedBlocks {
  readonly job: Job;
  /** Share of ink of each block, a number for each pass in print order, the base among them. */
  readonly coverages: readonly (readonly number[])[];
  /** Mean linear light of each block: the overprints of its own pixels. */
  readonly lights: readonly LinearRgb[];
  /** The plates, one beside the other. */
  readonly plates: readonly Bitmap[];
}

/** The picture of the blocks. */
export function blocksPicture({ colours, side }: BlocksAsked): PictureSource {
  const bytes = new Uint8Array(colours.length * side * side * 4);
  for (let y = 0, at = 0; y < side; y++) {
    for (let x = 0; x < colours.length * side; x++, at += 4) bytes.set([...colours[Math.floor(x / side)]!, 255], at);
  }
  return memorySource(colours.length * side, side, 4, bytes);
}

/** Splits blocks of flat colours into the inks of a set and prints them, pixel by pixel. */
export function printBlocks(asked: BlocksAsked): PrintedBlocks {
  const { set, colours, side, settings, screen } = asked;
  const source = blocksPicture(asked);
  let ids = 0;
  const start = pixelJob(colours.length * side, side, source);
  const split = splitPicture(start, {
    set: INK_SETS.find((s) => s.name === set)!,
    from: start.passes[0]!.id,
    newId: () => `n${ids++}`,
  }).job;
  const job: Job = {
    ...split,
    separations: split.separations.map((s) => ({ ...s, settings: { ...s.settings, ...settings } })),
    passes: split.passes.map((p) => withFill(p, { screen: { ...fillOf(p).screen, ...screen } })),
  };
  const passes = job.passes.filter((p) => p.on);
  const plates = passes.map((pass) => {
    const plan = planPass({ kernels, pictures: () => source }, job, pass);
    const plate = plan.plate.read({ x: 0, y: 0, width: source.width, height: side, step: 1 });
    plan.release();
    if (!('stride' in plate)) throw new Error('One bit was asked.');
    return plate;
  });
  const inks = passes.map((p) => p.ink);
  const overprints = overprintColours(
    stockLight(job.sheet.stock),
    inks.map((ink) => printedInk(ink)),
    knownOverprints(job.sheet.stock, inks),
  );
  const lights: LinearRgb[] = [];
  const coverages: number[][] = [];
  colours.forEach((_, block) => {
    const areas = new Float64Array(1 << plates.length);
    for (let y = 0; y < side; y++) {
      for (let x = block * side; x < (block + 1) * side; x++) {
        areas[plates.reduce((code, plate, k) => code | (bitAt(plate, x, y) << k), 0)]!++;
      }
    }
    const light = [0, 1, 2].map((c) => areas.reduce((sum, n, code) => sum + n * overprints[3 * code + c]!, 0));
    lights.push(light.map((v) => v / (side * side)) as unknown as LinearRgb);
    coverages.push(
      plates.map((_, k) => areas.reduce((sum, n, code) => sum + ((code >> k) & 1 ? n : 0), 0) / (side * side)),
    );
  });
  return { job, coverages, lights, plates };
}

/** Names a block in messages. */
export const nameOf = (light: LinearRgb): string => hexOfLight(light);
