import type { Kernels } from '../../kernel/kernels.ts';
import type { PictureSource } from '../../raster/source.ts';
import type { RunMask } from '../run-mask.ts';
import { type BitPlane, type BitPlanes, bitPlanes, type Rows } from './bit-planes.ts';
import { type ClosedAreas, closedArea, closedAreas, dropAreas } from './closed-area.ts';

/** How far a flood runs. */
export interface FloodHow {
  /** How much a channel of a pixel may differ from the pixel that was clicked, 0..1. */
  readonly tolerance: number;
  /** Only what hangs together with the pixel, or everything like it. */
  readonly joined: boolean;
  /** Gaps of an outline up to this many pixels hold the flood. */
  readonly gap: number;
  /** Pixels by which the flood goes on under the line that holds it. */
  readonly reach: number;
}

/** Floods a raster from pixel to pixel. */
export interface Flooder {
  /** Looks up what a flood from a pixel will need, so that the click itself is quick. */
  prepare(x: number, y: number): void;
  /** Floods from a pixel. Returns false where it had been before. */
  add(x: number, y: number): boolean;
  /** Everything that was flooded. */
  mask(): RunMask;
  /** Gives back the kernel memory that it holds. */
  release(): void;
}

/** Pixels like a clicked one, and what a disc that closes gaps makes of them. */
interface Free {
  readonly free: BitPlane;
  readonly areas: ClosedAreas | null;
}

/** Rasters of colours that are kept at a time: a stroke over many areas of one colour looks them up once. */
const MOST_KEPT = 4;

/** Lets a flood go on under the pixels that hold it, by sides and corners in turn. */
function reachUnder(planes: BitPlanes, area: BitPlane, free: BitPlane, steps: number, from: Rows): Rows {
  const wider = planes.named('wider');
  let rows = from;
  for (let k = 0; k < steps; k++) {
    rows = planes.wider(rows, 1);
    planes.copy(area, wider, rows);
    planes.grow(wider, k % 2 === 1, rows);
    planes.cut(wider, free, rows);
    planes.or(area, wider, rows);
  }
  return rows;
}

/** Makes a flooder of a raster. Its results depend on the pixels and the settings alone. */
export function createFlooder(kernels: Kernels, source: PictureSource, how: FloodHow): Flooder {
  const { width, height, channels } = source;
  const planes = bitPlanes(kernels, source);
  const tolerance = Math.round(how.tolerance * 255);
  const result = planes.make();
  const kept = new Map<string, Free>();
  const within = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height;

  function drop({ free, areas }: Free): void {
    planes.release(free);
    if (areas) dropAreas(planes, areas);
  }

  /** The pixels like that at a place, from those that were found last if they are there. */
  function freeAt(x: number, y: number): Free {
    const pixel = source
      .read(y, 1)
      .subarray(x * channels, (x + 1) * channels)
      .join();
    const known = kept.get(pixel);
    if (known) return known;
    const [oldest] = kept.keys();
    if (kept.size >= MOST_KEPT && oldest !== undefined) {
      drop(kept.get(oldest)!);
      kept.delete(oldest);
    }
    const free = planes.like(source, x, y, tolerance, planes.make());
    const made = { free, areas: how.joined && how.gap > 0 ? closedAreas(planes, free, how.gap) : null };
    kept.set(pixel, made);
    return made;
  }

  return {
    prepare(x, y) {
      if (within(x, y)) freeAt(x, y);
    },
    add(x, y) {
      if (!within(x, y) || planes.isSet(result, x, y)) return false;
      const { free, areas } = freeAt(x, y);
      const area = planes.blank(planes.named('area'));
      const found: Rows = !how.joined
        ? { from: 0, to: height }
        : areas
          ? closedArea(planes, areas, x, y, area)
          : planes.flood(free, x, y, area);
      if (!how.joined) planes.copy(free, area);
      planes.or(result, area, reachUnder(planes, area, free, how.reach, found));
      return true;
    },
    mask: () => planes.runs(result),
    release() {
      for (const free of kept.values()) drop(free);
      kept.clear();
      planes.release(result);
    },
  };
}
