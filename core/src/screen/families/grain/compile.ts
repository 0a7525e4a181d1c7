import { hash32 } from '../../../math/hash.ts';
import type { GrainSettings } from './params.ts';
import { blueNoiseTile } from './blue-noise.ts';
import { curveDiffusion } from './curve.ts';
import { diffusion } from './diffuse.ts';
import { directSearch } from './direct-search.ts';
import { isDiffusion } from './names.ts';
import { bayerTile, clusteredTile } from './ordered.ts';
import { type ThresholdTile, tilePlace } from '../../periodic/threshold-tile.ts';
import { type CompiledScreen, ONE_INK, type PrepareInput, type Prints, type ThresholdRow } from '../../compiled.ts';

/** Ordered methods by name. */
const TILES: Readonly<Record<string, (settings: GrainSettings) => ThresholdTile>> = {
  'blue-noise': () => blueNoiseTile(128),
  'blue-noise-64': () => blueNoiseTile(64),
  'bayer-2': () => bayerTile(2),
  'bayer-4': () => bayerTile(4),
  'bayer-8': () => bayerTile(8),
  'bayer-16': () => bayerTile(16),
  'clustered-4': () => clusteredTile(4),
  'clustered-6': () => clusteredTile(6),
  'clustered-8': () => clusteredTile(8),
  'cut-off': ({ cut }) => ({
    rows: 1,
    period: 1,
    shift: 0,
    data: Uint16Array.of(Math.min(65534, Math.round(cut * 65535))),
    area: 1,
  }),
};

/** Rows of thresholds read from a tile. */
export const tileThresholds =
  (tile: ThresholdTile): ThresholdRow =>
  (x, y, count, out) => {
    const { row, column } = tilePlace(tile, x, y);
    const base = row * tile.period;
    for (let k = 0, at = column; k < count; k++) {
      out[k] = tile.data[base + at]!;
      if (++at === tile.period) at = 0;
    }
  };

const whiteNoise =
  (seed: number): ThresholdRow =>
  (x, y, count, out) => {
    for (let k = 0; k < count; k++) out[k] = Math.min(65534, hash32(x + k, y, seed) >>> 16);
  };

/** Side of a grain in whole pixels. */
export const grainPixels = ({ size, sizeIn }: GrainSettings, ppi: number): number =>
  Math.max(1, Math.round(sizeIn === 'mm' ? (size / 25.4) * ppi : size));

function printsOf({ prints, levels, palette, space }: GrainSettings): Prints {
  if (prints === 'palette') {
    return { levels: palette.length, palette, space: space === 'light' ? 'light' : 'oklab' };
  }
  return prints === 'levels' ? { levels, palette: null, space: 'light' } : ONE_INK;
}

/** Compiles a screen of grain. */
export function prepareGrain({ screen, sheet }: PrepareInput): CompiledScreen {
  const { method, serpentine, noise } = screen.grain;
  const base = { grain: grainPixels(screen.grain, sheet.ppi), prints: printsOf(screen.grain) };
  if (isDiffusion(method)) {
    return { ...base, kind: 'method', method: diffusion({ method, serpentine, noise, seed: screen.seed }) };
  }
  if (method === 'curve') return { ...base, kind: 'method', method: curveDiffusion() };
  if (method === 'direct-binary-search') {
    return { ...base, kind: 'method', method: directSearch(tileThresholds(blueNoiseTile(128))) };
  }
  if (method === 'white-noise') return { ...base, kind: 'noise', thresholds: whiteNoise(screen.seed) };
  const make = TILES[method];
  if (!make) throw new RangeError(`There is no grain method called ${method}.`);
  return { ...base, kind: 'tile', tile: make(screen.grain), cells: null };
}
