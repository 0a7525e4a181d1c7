import type { Kernels } from '../kernel/kernels.ts';
import type { Area, LightRows } from '../raster/area.ts';
import type { Plate } from '../raster/plate.ts';
import type { PictureSource } from '../raster/source.ts';
import type { FrameMemory } from './frame-memory.ts';
import type { SharedMakes } from './shared-makes.ts';
import type { CompiledScreen, ToneTables } from '../screen/compiled.ts';
import type { Cover } from '../stencil/cover.ts';
import type { SurfaceMap } from '../stock/surface.ts';
import type { KeepMask } from '../stencil/edges.ts';

/** Finds the pixels of an imported picture by its hash; null while they are not there. */
export type PictureLookup = (hash: string) => PictureSource | null;

/** Caches of a thread that prints. Values under equal keys are equal, so a change recomputes only what depends on it. */
export interface PrintCaches {
  light(key: string, area: Area, make: () => LightRows): LightRows;
  screen(key: string, make: () => CompiledScreen): CompiledScreen;
  tables(key: string, make: () => ToneTables): ToneTables;
  mask: KeepMask;
  /** Covers of stencils. */
  cover(key: string, area: Area, make: () => Cover): Cover;
  /** Maps of textures and finishes. */
  surface(key: string, area: Area, make: () => SurfaceMap): SurfaceMap;
  /** Plates of areas that bends leave alone: they stay while a bend is dragged. */
  unmoved(key: string, area: Area, make: () => Plate): Plate;
  /** What this thread shares with others; left out where it is alone. */
  readonly shared?: SharedMakes;
}

/** Plates that were made elsewhere, band by band. */
export interface FinishedPlates {
  /** Rows of the plate of a key, whole or not at all; null where they were not made. */
  rows(key: string, y: number, rows: number): Plate | null;
}

/** What printing needs besides the job. */
export interface PrintEnv {
  readonly kernels: Kernels;
  readonly pictures: PictureLookup;
  readonly caches?: PrintCaches;
  /** Plates that need not be made here. */
  readonly finished?: FinishedPlates;
  /** What is remembered of the frames of a clip that were printed before this one; left out for stills. */
  readonly memory?: FrameMemory;
}

/** No caches: everything is made when it is asked for. */
export const NO_CACHES: PrintCaches = {
  light: (_key, _area, make) => make(),
  screen: (_, make) => make(),
  tables: (_, make) => make(),
  mask: (_, make) => make(),
  cover: (_key, _area, make) => make(),
  surface: (_key, _area, make) => make(),
  unmoved: (_key, _area, make) => make(),
};
