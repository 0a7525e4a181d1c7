import type { Kernels } from '../kernel/kernels.ts';
import type { LightReader } from '../raster/area.ts';
import { lightCodes } from '../raster/blur.ts';

/**
 * Reads the light of what a picture shows without the white that its clear parts were mixed with, as 16-bit codes.
 * @param clear 65535 where the picture is clear; there the light is white
 */
export const liftedLight =
  (kernels: Kernels, light: LightReader, clear: LightReader): LightReader =>
  (area) => {
    const rows = light(area);
    const own = lightCodes(kernels, rows);
    const alpha = lightCodes(kernels, clear(area));
    if (alpha.every((code) => code === 0)) return { ...rows, depth: 16, data: own };
    const [to, from] = ['lift-light', 'lift-clear'].map((name) => kernels.scratch(name, own.byteLength + 16));
    kernels.u16(to!).set(own);
    kernels.u16(from!).set(alpha);
    kernels.run.liftFromWhite(to!.ptr, from!.ptr, own.length);
    return { ...rows, depth: 16, data: kernels.u16(to!).slice(0, own.length) };
  };
