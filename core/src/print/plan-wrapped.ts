import { type Area, type LightRows, rowsOf } from '../raster/area.ts';
import { lightCodes } from '../raster/blur.ts';
import { type Planned, planned } from '../raster/planned.ts';
import { bentRepeat } from '../repeat/bent-repeat.ts';
import type { RepeatRegion } from '../repeat/region.ts';
import { type LatticeVectors, snappedLattice } from '../repeat/snapped-lattice.ts';
import { wrappedRows } from '../repeat/wrapped-rows.ts';
import type { BentLattice } from '../bend/bends.ts';
import { type Cover, coverBytes, settledCover } from '../stencil/cover.ts';
import type { PlannedCover } from '../stencil/edges.ts';
import type { PrintEnv } from './env.ts';

/** Light that repeats with a region of the sheet; as it is where nothing repeats. */
export function wrappedLight(
  env: PrintEnv,
  light: Planned<LightRows>,
  region: RepeatRegion | null,
): Planned<LightRows> {
  if (!region) return light;
  return planned('wrapped', region, [light], (own, [from]) => {
    const codes = wrappedRows(
      (area: Area) => lightCodes(env.kernels, from.read(area)).slice(),
      own,
      (length) => new Uint16Array(length),
    );
    return (area): LightRows => ({ depth: 16, width: area.width, rows: rowsOf(area), data: codes(area) });
  });
}

/** The cover of a stencil that repeats with a region of the sheet. */
export function wrappedCover(cover: PlannedCover, region: RepeatRegion | null): PlannedCover {
  if (!region) return cover;
  return planned('wrapped cover', region, [cover], (own, [from]) => {
    const bytes = wrappedRows(
      (area: Area) => coverBytes(from.read(area), area),
      own,
      (length) => new Uint8Array(length),
    );
    return (area): Cover => settledCover(bytes(area));
  });
}

/** How a lattice, bent or straight (null), is bent so that it repeats with a region; null where it cannot. */
export function repeatingLattice(
  bent: BentLattice | null,
  vectors: LatticeVectors | undefined,
  region: RepeatRegion,
  rough: boolean,
): BentLattice | null {
  const snapped = vectors && snappedLattice(vectors, region);
  return snapped ? bentRepeat(bent, snapped, region, rough) : null;
}
