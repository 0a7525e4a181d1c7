import {
  createDisplayMeans,
  type Job,
  makeSwatch,
  type Pass,
  printingPasses,
  repeatRegion,
  repeatSteps,
  type SeamWay,
  seamWay,
  type Swatch,
  swatchPart,
} from '@chromatype/core';
import type { Sample } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';

/** How the seams of a pass were made. */
export interface SeamNote {
  readonly pass: string;
  readonly way: SeamWay['way'];
  /** Degrees counter-clockwise by which its lattice is turned, and how many times as many rows it has to a length. */
  readonly turned: number;
  readonly finer: number;
}

/** What is known of a swatch that was made. */
export interface SwatchNote {
  readonly width: number;
  readonly height: number;
  /** The two steps from one repeat to the next ones, in pixels. */
  readonly steps: ReturnType<typeof repeatSteps>;
  readonly seams: readonly SeamNote[];
}

/** A part of swatches laid side by side as display pixels. */
export interface SwatchView {
  /** Display pixels to a pixel of the swatch, at most 1. */
  readonly scale: number;
  readonly originX: number;
  readonly originY: number;
  readonly width: number;
  readonly height: number;
}

/** Milliseconds between two reports. */
const REPORT_EVERY = 80;
/** Swatches that lie side by side, across and down. */
const SHOWN = 3;
/** Pixels beyond the view that display pixels at its edge gather from. */
const BEYOND = 16;

interface Made {
  readonly key: string;
  readonly swatch: Swatch;
  readonly sheet: Job['sheet'];
  readonly passes: readonly Pass[];
}

/** Makes the swatch of a job and shows it side by side. The one that was made last is kept. */
export class SwatchMaker {
  private made: Made | null = null;

  constructor(private readonly engine: SheetEngine) {}

  /** `told` hears the share that is done and answers false to stop; null when it was stopped. */
  async make(job: Job, key: string, told: (share: number) => boolean | Promise<boolean>): Promise<SwatchNote | null> {
    const { engine } = this;
    const env = { kernels: engine.kernels, pictures: engine.lookup };
    const passes = printingPasses(job);
    const region = repeatRegion(job);
    const seams = passes.map((pass): SeamNote => {
      const said = seamWay(env, job, pass, region);
      const { turned, finer } = said.way === 'snapped' ? said.snapped : { turned: 0, finer: 1 };
      return { pass: pass.id, way: said.way, turned, finer };
    });
    if (this.made?.key !== key) {
      const making = makeSwatch(env, job, passes, region);
      let last = performance.now();
      let step = making.next();
      for (; !step.done; step = making.next()) {
        if (performance.now() - last < REPORT_EVERY) continue;
        if (!(await told(step.value))) {
          making.return(undefined as never);
          return null;
        }
        last = performance.now();
      }
      this.made = { key, swatch: step.value, sheet: job.sheet, passes };
    }
    const { width, height } = this.made.swatch;
    return { width, height, steps: repeatSteps(region), seams };
  }

  /** Swatches side by side, three by three; null while that one is not there. */
  shown(key: string, { scale, originX, originY, width, height }: SwatchView): Sample | null {
    if (this.made?.key !== key) return null;
    const { swatch, sheet, passes } = this.made;
    const means = createDisplayMeans(this.engine.kernels, sheet, passes, {
      scale,
      originX,
      originY,
      width,
      first: 0,
      rows: height,
      soft: true,
    });
    const from = (origin: number) => Math.floor(origin / scale) - BEYOND;
    const to = (origin: number, size: number) => Math.ceil((origin + size) / scale) + BEYOND;
    for (let r = 0; r < SHOWN; r++) {
      for (let c = 0; c < SHOWN; c++) {
        const [x0, y0] = [c * swatch.width, r * swatch.height];
        const left = Math.max(0, from(originX) - x0) & ~7;
        const top = Math.max(0, from(originY) - y0);
        const right = Math.min(swatch.width, to(originX, width) - x0);
        const bottom = Math.min(swatch.height, to(originY, height) - y0);
        if (left >= right || top >= bottom) continue;
        const area = { x: x0 + left, y: y0 + top, width: right - left, height: bottom - top, step: 1 };
        means.add(area, swatchPart(swatch, left, top, area.width, area.height));
      }
    }
    return { width, height, rgba: means.rgba() };
  }

  /** The swatch as a picture whose longer side has at most so many pixels; null while that one is not there. */
  picture(key: string, longest: number): Sample | null {
    if (this.made?.key !== key) return null;
    const { width, height } = this.made.swatch;
    const scale = Math.min(1, longest / Math.max(width, height));
    return this.shown(key, {
      scale,
      originX: 0,
      originY: 0,
      width: Math.max(1, Math.round(width * scale)),
      height: Math.max(1, Math.round(height * scale)),
    });
  }
}
