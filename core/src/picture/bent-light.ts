import type { PlaceGrid } from '../bend/place-grid.ts';
import { type AreaInSquare, eachSquare, placesOver } from '../bend/places-over.ts';
import { TILE } from '../bend/place-tile.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { type LightReader, rowsOf } from '../raster/area.ts';
import { type Edges, type Frame, lightSampler } from './light-sampler.ts';
import { type Motion, type MotionSteps, motionSteps } from './motion.ts';

/** How the light of a picture is bent. Plain data but for the places. */
export interface BentLightHow {
  /** Where each pixel was before; null where nothing moved. */
  readonly places: PlaceGrid | null;
  /** The part of the sheet on which the picture lies. */
  readonly frame: Frame;
  readonly edges: Edges;
  readonly motion: Motion | null;
  /** Fewer samples of the motion, for a first look. */
  readonly rough: boolean;
}

/** Reads a value at a place of the sheet, in pixels. */
type ValueAt = (x: number, y: number) => number;

/** The mean of light over many short motions, or over the long one that they make up one after the other. */
function meanOver(light: ValueAt, motion: Motion, rough: boolean, which: keyof MotionSteps): ValueAt {
  const steps: MotionSteps = { short: 1, long: 1 };
  const at = { x: 0, y: 0 };
  return (x, y) => {
    motionSteps(motion, x, y, rough, steps);
    const count = steps[which];
    const share = which === 'short' ? 1 / steps.long : 1;
    let sum = 0;
    for (let k = 0; k < count; k++) {
      motion.at(x, y, share * ((k + 0.5) / count - 0.5), at);
      sum += light(at.x, at.y);
    }
    return sum / count;
  };
}

/** Light that is moved by bends and softened by a motion: softened first, as the picture was before it was bent. */
export function bentLight(kernels: Kernels, read: LightReader, how: BentLightHow): LightReader {
  const { places, frame, edges, motion, rough } = how;
  const light = lightSampler(kernels, read, frame, edges);
  if (!motion) return valuesOver(light, places);
  const shortly = valuesOver(meanOver(light, motion, rough, 'short'), null);
  return valuesOver(meanOver(lightSampler(kernels, shortly, frame, edges), motion, rough, 'long'), places);
}

/** Values of pixels, from where they were before. */
function valuesOver(valueAt: ValueAt, places: PlaceGrid | null): LightReader {
  return (area) => {
    const rows = rowsOf(area);
    const data = new Uint16Array(area.width * rows);
    const square = (part: AreaInSquare): void => {
      const [x0, y0] = [part.tx * TILE + part.x, part.ty * TILE + part.y];
      const height = (part.rows - 1) * area.step + 1;
      const from = places && placesOver(places, { x: x0, y: y0, width: part.width, height, step: area.step });
      for (let r = 0; r < part.rows; r++) {
        for (let c = 0; c < part.width; c++) {
          const k = r * part.width + c;
          data[part.at + r * area.width + c] = from
            ? valueAt(from.xs[k]!, from.ys[k]!) + 0.5
            : valueAt(x0 + c + 0.5, y0 + r * area.step + 0.5) + 0.5;
        }
      }
    };
    // Square by square, so that what lies under one is read together.
    eachSquare(area, square);
    return { depth: 16, width: area.width, rows, data };
  };
}
