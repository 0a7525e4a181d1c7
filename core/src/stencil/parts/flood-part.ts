import { planned } from '../../raster/planned.ts';
import { flag, onlyFor, share, whole } from '../../settings/params.ts';
import { clampedTo } from '../cover.ts';
import { plannedMask, type PlannedCover } from '../edges.ts';
import type { FloodHow } from '../flood/flood.ts';
import { keptFlooder } from '../flood/kept-flooder.ts';
import { placedCover } from '../placed-mask.ts';
import { type PartAsked, partKind, type Raster } from './kind.ts';
import { PLACING_PARAMS, type PlacingSettings } from './placing.ts';

const SOURCES = [
  { name: 'picture', label: 'A picture', about: 'The outlines of a picture hold the flood.' },
  { name: 'pass', label: 'A plate', about: 'What one pass prints holds the flood.' },
  { name: 'print', label: 'The print so far', about: 'What a pass and all passes under it print holds the flood.' },
] as const;

/** Places that one flood starts from at most. */
export const MOST_SEEDS = 2000;

export const FLOOD_PARAMS = {
  source: {
    kind: 'choice',
    label: 'Flood in',
    about: 'What the flood runs in.',
    normal: 'picture',
    options: SOURCES,
  },
  ...PLACING_PARAMS,
  picture: { ...PLACING_PARAMS.picture, ...onlyFor('source', 'picture') },
  fit: { ...PLACING_PARAMS.fit, ...onlyFor('source', 'picture') },
  turn: { ...PLACING_PARAMS.turn, ...onlyFor('source', 'picture') },
  pass: {
    kind: 'pass',
    label: 'Pass',
    about: 'Whose plate, or up to which pass the print.',
    normal: null,
    ...onlyFor('source', 'pass', 'print'),
  },
  seeds: {
    kind: 'points',
    label: 'Starts',
    about: 'Where the flood starts, in shares of the width and height of what it runs in.',
    normal: [] as readonly number[],
    on: 'picture',
    each: 2,
    min: 1,
    max: MOST_SEEDS,
  },
  tolerance: share('Tolerance', 'How much a pixel may differ from the one that was clicked.', 0.15),
  joined: flag('Joined', 'Only what hangs together with the clicked place, or everything like it.', true),
  gap: whole('Close gaps', 'Gaps of an outline up to this many pixels hold the flood.', 4, 0, 64),
  reach: whole('Under the line', 'Pixels by which the flood goes on under the line that holds it.', 1, 0, 64),
} as const;

type FloodSettings = FloodHow & { readonly seeds: readonly number[] };

/** The raster that a flood runs in; null while a pass is not there. */
export function floodRaster(
  { source, pass, ...placing }: { readonly source: string; readonly pass: string | null } & PlacingSettings,
  asked: PartAsked,
): Raster | null {
  if (source === 'picture') return asked.picture(placing);
  return pass === null ? null : asked.printed(pass, source === 'print');
}

/** Plans the flood of a raster, in the raster's own pixels. */
function planRasterFlood(raster: Raster, how: FloodSettings, asked: PartAsked): PlannedCover {
  return plannedMask('flood', how, [raster], asked.keep, ([{ width, height, source }]) => {
    const pixels = source();
    if (!pixels) return { width, height, rows: new Uint32Array(height + 1), ends: new Uint32Array(0) };
    return keptFlooder(asked.kernels, raster.key, pixels, how).flood(how.seeds);
  });
}

export const flood = partKind({
  name: 'flood',
  label: 'Flood',
  about: 'What lies inside an outline, from a click in it.',
  params: FLOOD_PARAMS,
  fault: ({ source, pass }) =>
    source !== 'picture' && pass === null ? 'A flood runs in a print but names no pass; choose one.' : null,
  plan({ tolerance, joined, gap, reach, seeds, ...from }, asked) {
    const raster = floodRaster(from, asked);
    if (!raster) return planned('nothing', null, [], () => () => 0 as const);
    const own = planRasterFlood(raster, { tolerance, joined, gap, reach, seeds }, asked);
    const { width, height, at } = raster;
    const inputs = { width, height, at, sheet: asked.size };
    return planned('placed', inputs, [own], (i, [read]) => clampedTo(i.sheet, placedCover(read.read, i, i.at, false)));
  },
});
