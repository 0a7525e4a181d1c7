import type { Kernels } from '../../kernel/kernels.ts';
import type { PictureSource } from '../../raster/source.ts';
import type { RunMask } from '../run-mask.ts';
import { createFlooder, type Flooder, type FloodHow } from './flood.ts';

/** A flooder that is kept from one click to the next. */
export interface KeptFlooder {
  /** Everything that is flooded from some places, in shares of width and height. */
  flood(seeds: readonly number[]): RunMask;
  /** Looks up what a flood from a place will need. */
  prepare(u: number, v: number): void;
}

interface Kept {
  readonly name: string;
  /** Where the pixels are read from: that of the newest call, since those of earlier ones may be closed. */
  source: PictureSource;
  readonly how: FloodHow;
  flooder: Flooder | null;
  /** Places that were flooded, in their order. */
  done: readonly number[];
}

/** The last flooder of each instance of the kernels, whose memory it holds. */
const lasts = new WeakMap<Kernels, Kept>();

function keptFor(kernels: Kernels, key: string, source: PictureSource, how: FloodHow): Kept {
  const { tolerance, joined, gap, reach } = how;
  const name = `${key}${JSON.stringify([tolerance, joined, gap, reach])}`;
  const known = lasts.get(kernels);
  if (known?.name === name) {
    known.source = source;
    return known;
  }
  known?.flooder?.release();
  const made: Kept = { name, source, how, flooder: null, done: [] };
  lasts.set(kernels, made);
  return made;
}

/** The flooder that is kept, or a new one, which reads from whatever the source is then. */
function flooderOf(kernels: Kernels, kept: Kept): Flooder {
  const { width, height, channels } = kept.source;
  const source: PictureSource = { width, height, channels, read: (y, count) => kept.source.read(y, count) };
  kept.flooder ??= createFlooder(kernels, source, kept.how);
  return kept.flooder;
}

/** Whether a list goes on from another one. */
const goesOn = (list: readonly number[], from: readonly number[]): boolean =>
  list.length >= from.length && from.every((v, k) => list[k] === v);

/**
 * A flooder of a raster that goes on from the last call if the raster and the settings are the same and places were only
 * added: then a click costs what its own area costs. `key` names the pixels.
 */
export function keptFlooder(kernels: Kernels, key: string, source: PictureSource, how: FloodHow): KeptFlooder {
  const { width, height } = source;
  const kept = keptFor(kernels, key, source, how);
  return {
    flood(seeds) {
      if (!goesOn(seeds, kept.done)) {
        kept.flooder?.release();
        kept.flooder = null;
        kept.done = [];
      }
      const flooder = flooderOf(kernels, kept);
      for (let k = kept.done.length; k < seeds.length; k += 2) {
        flooder.add(Math.floor(seeds[k]! * width), Math.floor(seeds[k + 1]! * height));
      }
      kept.done = seeds;
      return flooder.mask();
    },
    prepare(u, v) {
      flooderOf(kernels, kept).prepare(Math.floor(u * width), Math.floor(v * height));
    },
  };
}
