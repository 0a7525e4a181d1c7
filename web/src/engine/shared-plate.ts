import type { Plate } from '@chromatype/core';

/** A whole plate in memory that every worker shares. */
export interface SharedPlate {
  readonly width: number;
  readonly height: number;
  /** 0 for a one-bit plate. */
  readonly levels: number;
  readonly buffer: SharedArrayBuffer;
}

export function plateOfShared({ width, height, levels, buffer }: SharedPlate): Plate {
  const data = new Uint8Array(buffer);
  return levels === 0 ? { width, height, stride: (width + 7) >> 3, data } : { width, height, levels, data };
}
