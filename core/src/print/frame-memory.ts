import type { Plate } from '../raster/plate.ts';

/** How many pixels stood still from one frame to the next, and how many of those changed on the plate all the same. */
export interface Flicker {
  readonly still: number;
  readonly changed: number;
}

/** The last plate of some rows, and the tones that each of its pixels was made of. */
export interface KeptBand {
  /** What shows on a plate besides tones: where it changes nothing is kept. */
  readonly key: string;
  readonly tones: readonly Uint16Array[];
  readonly plate: Plate;
}

/** What is kept of the frames of a clip that were printed before: it is given to the print of each frame in its turn. */
export interface FrameMemory {
  /** Greatest change of tone, 0 to 65535, at which a pixel stands still. */
  readonly within: number;
  /** Whether pixels that stand still keep what they printed; otherwise only their flicker is measured. */
  readonly holds: boolean;
  /** By the pass and the rows of the sheet. */
  readonly bands: Map<string, KeptBand>;
  flicker: Flicker;
}

/**
 * A memory for frames that are printed one after the other.
 * @param within change of tone, 0 to 1, at which a pixel stands still
 */
export const createFrameMemory = (within: number, holds: boolean): FrameMemory => ({
  within: Math.round(within * 65535),
  holds,
  bands: new Map(),
  flicker: { still: 0, changed: 0 },
});

/** Share of the pixels standing still that changed from one frame to the next; 0 where none stood still. */
export const flickerShare = ({ still, changed }: Flicker): number => (still === 0 ? 0 : changed / still);
