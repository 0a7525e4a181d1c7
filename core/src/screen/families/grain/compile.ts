import type { BentLattice } from '../../../bend/bends.ts';
import { hash32 } from '../../../math/hash.ts';
import { MM_PER_INCH } from '../../../math/units.ts';
import { rowsOf } from '../../../raster/area.ts';
import { type CompiledScreen, ONE_INK, type Plater, type Prints, type ToneInput } from '../../compiled.ts';
import { bentAt, nearestPixel } from '../../bent/bent-pixels.ts';
import { periodicScreen, tileRow } from '../../periodic/periodic-screen.ts';
import type { ThresholdTile } from '../../periodic/threshold-tile.ts';
import type { Making, ScreenAsked } from '../family.ts';
import { blueNoiseTile } from './blue-noise.ts';
import { curveDiffusion } from './curve.ts';
import { diffusion } from './diffuse.ts';
import { directSearch } from './direct-search.ts';
import { methodPlates } from './downward-plates.ts';
import { grainsUnder, grainValues, orderedGrains, plateOfGrains } from './grain-plates.ts';
import type { Method, ThresholdRow } from './method.ts';
import { isDiffusion } from './names.ts';
import { bayerTile, clusteredTile } from './ordered.ts';
import type { GrainSettings } from './params.ts';

/** Ordered methods by name. */
const TILES: Readonly<Record<string, (cut: number) => ThresholdTile>> = {
  'blue-noise': () => blueNoiseTile(128),
  'blue-noise-64': () => blueNoiseTile(64),
  'bayer-2': () => bayerTile(2),
  'bayer-4': () => bayerTile(4),
  'bayer-8': () => bayerTile(8),
  'bayer-16': () => bayerTile(16),
  'clustered-4': () => clusteredTile(4),
  'clustered-6': () => clusteredTile(6),
  'clustered-8': () => clusteredTile(8),
  'cut-off': (cut) => ({
    rows: 1,
    period: 1,
    shift: 0,
    data: Uint16Array.of(Math.min(65534, Math.round(cut * 65535))),
    area: 1,
  }),
};

/** Rows of thresholds read from a tile. */
export const tileThresholdRow =
  (tile: ThresholdTile): ThresholdRow =>
  (x, y, count, out) =>
    tileRow(tile, x, y, count, out);

const whiteNoise =
  (seed: number): ThresholdRow =>
  (x, y, count, out) => {
    for (let k = 0; k < count; k++) out[k] = Math.min(65534, hash32(x + k, y, seed) >>> 16);
  };

/** Side of a grain in whole pixels. */
export const grainPixels = ({ size, sizeIn }: GrainSettings, ppi: number): number =>
  Math.max(1, Math.round(sizeIn === 'mm' ? (size / MM_PER_INCH) * ppi : size));

/** What the plate of a screen of grain holds. */
export function printsOf({ prints, levels, palette, space }: GrainSettings): Prints {
  if (prints === 'palette') return { ...ONE_INK, levels: palette.length, palette, space };
  return prints === 'levels' ? { ...ONE_INK, levels } : ONE_INK;
}

/** Whether the seed counts: diffusion begins with errors of chance. */
export const leavesToChance = ({ method }: GrainSettings): boolean => isDiffusion(method) || method === 'white-noise';

/** Everything that a compiled screen of grain depends on. What the method does not use is null. */
export interface GrainInputs {
  readonly method: string;
  /** Side of a grain in pixels. */
  readonly grain: number;
  readonly prints: Prints;
  readonly diffusion: { readonly serpentine: boolean; readonly noise: number } | null;
  readonly seed: number | null;
  readonly cut: number | null;
}

export function grainInputs({ own, shared, ppi }: ScreenAsked<GrainSettings>): GrainInputs {
  const { method, serpentine, noise, cut } = own;
  return {
    method,
    grain: grainPixels(own, ppi),
    prints: printsOf(own),
    diffusion: isDiffusion(method) ? { serpentine, noise } : null,
    seed: leavesToChance(own) ? shared.seed : null,
    cut: method === 'cut-off' ? cut : null,
  };
}

/** Grains that are compared with thresholds: of any size, in any number of levels or colours. */
function orderedPlater(thresholds: ThresholdRow, grain: number, prints: Prints, input: ToneInput): Plater {
  const { kernels, sheet } = input;
  const values = prints.palette ? input.colours : input.tones;
  return {
    plate(area) {
      const box = grainsUnder(area, grain);
      const grains = grainValues(values, box, grain, sheet, prints.palette ? 3 : 1);
      return plateOfGrains(kernels, area, box, orderedGrains(grains, box, prints, thresholds), grain, prints);
    },
    release() {},
  };
}

/** Thresholds under pixels of an area, each grain a block of them. */
function grainThresholds(thresholds: ThresholdRow, grain: number): NonNullable<CompiledScreen['thresholds']> {
  return (area) => {
    const box = grainsUnder(area, grain);
    const row = new Uint16Array(box.width);
    const rows = rowsOf(area);
    const out = new Uint16Array(area.width * rows);
    for (let k = 0; k < rows; k++) {
      thresholds(box.x, Math.floor((area.y + k * area.step) / grain), box.width, row);
      for (let x = 0; x < area.width; x++) {
        out[k * area.width + x] = row[Math.floor((area.x + x) / grain) - box.x]!;
      }
    }
    return out;
  };
}

const isPlain = (prints: Prints): boolean => prints.levels === 2 && !prints.palette;

function orderedScreen(thresholds: ThresholdRow, { grain, prints }: GrainInputs): CompiledScreen {
  return {
    cells: null,
    tile: null,
    thresholds: isPlain(prints) ? grainThresholds(thresholds, grain) : null,
    bytes: 1000,
    ...(isPlain(prints)
      ? { bent: (how: BentLattice) => bentAt(nearestPixel(grainThresholds(thresholds, grain)), how, null) }
      : {}),
    plater: (input) => orderedPlater(thresholds, grain, prints, input),
  };
}

const downwardScreen = (method: Method, { grain, prints }: GrainInputs): CompiledScreen => ({
  cells: null,
  tile: null,
  thresholds: null,
  bytes: 1000,
  plater: (input) => methodPlates({ method, grain, prints, input }),
});

/**
 * Compiles a screen of grain.
 * @throws RangeError when there is no such method
 */
export function compileGrain(inputs: GrainInputs, _: Making): CompiledScreen {
  const { method, grain, prints, seed, cut } = inputs;
  if (isDiffusion(method)) return downwardScreen(diffusion({ method, ...inputs.diffusion!, seed: seed! }), inputs);
  if (method === 'curve') return downwardScreen(curveDiffusion(), inputs);
  if (method === 'direct-binary-search') {
    return downwardScreen(directSearch(tileThresholdRow(blueNoiseTile(128))), inputs);
  }
  if (method === 'white-noise') return orderedScreen(whiteNoise(seed!), inputs);
  const make = TILES[method];
  if (!make) throw new RangeError(`There is no grain method called ${method}.`);
  const tile = make(cut ?? 0);
  return grain === 1 && isPlain(prints) ? periodicScreen(tile, null) : orderedScreen(tileThresholdRow(tile), inputs);
}
