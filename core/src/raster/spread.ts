import type { Kernels } from '../kernel/kernels.ts';
import { type Area, type LightReader, rowsOf } from './area.ts';
import { lightCodes } from './blur.ts';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Number of values beyond the last that a SIMD step of the kernel may read. */
const BEYOND = 16;

/**
 * Lets everything dark grow by a disc of `radius` sheet pixels (below 0: shrink): every value becomes the
 * least (the greatest) of those within reach. Beyond the sheet there is nothing to reach.
 */
export function spreadReader(kernels: Kernels, read: LightReader, sheet: Size, radius: number): LightReader {
  const reach = Math.floor(Math.abs(radius));
  if (reach < 1) return read;
  const most = radius < 0;
  const neutral = most ? 0 : 65535;
  /** Half the width of the disc at each distance from its middle. */
  const widths = Array.from({ length: reach + 1 }, (_, dy) => Math.floor(Math.sqrt(radius * radius - dy * dy)));
  return (area) => {
    const x = Math.max(0, area.x - reach);
    const y = Math.max(0, area.y - reach);
    const box: Area = {
      x,
      y,
      width: Math.min(sheet.width, area.x + area.width + reach) - x,
      height: Math.min(sheet.height, area.y + area.height + reach) - y,
      step: 1,
    };
    const data = lightCodes(kernels, read(box));
    const rows = rowsOf(area);
    const stride = (2 * area.width + BEYOND + 15) & ~15;
    const padded = kernels.scratch('spread-row', 2 * (area.width + 2 * reach) + 2 * BEYOND);
    const held = kernels.scratch('spread-held', stride + BEYOND);
    const result = kernels.scratch('spread-out', stride * rows + BEYOND);
    // Nothing grows the kernels' memory from here on, so that views of it stay good.
    const row = kernels.u16(padded);
    const own = kernels.u16(held);
    const out = kernels.u16(result).fill(neutral);
    const left = area.x - reach - box.x;
    const middle = padded.ptr + 2 * reach;
    for (let k = 0; k < box.height; k++) {
      row.fill(neutral);
      const from = Math.max(0, left);
      row.set(data.subarray(k * box.width + from, (k + 1) * box.width), from - left);
      own.set(row.subarray(reach, reach + area.width));
      for (let by = 0; by <= reach; by++) {
        if (by > 0) kernels.run.reachAcross(held.ptr, middle, by, area.width, most);
        for (let dy = -reach; dy <= reach; dy++) {
          if (widths[Math.abs(dy)] !== by) continue;
          const at = (box.y + k + dy - area.y) / area.step;
          if (at < 0 || at >= rows || !Number.isInteger(at)) continue;
          kernels.run.reachDown(result.ptr + at * stride, held.ptr, area.width, most);
        }
      }
    }
    const made = new Uint16Array(area.width * rows);
    for (let k = 0; k < rows; k++) {
      made.set(out.subarray((k * stride) / 2, (k * stride) / 2 + area.width), k * area.width);
    }
    return { depth: 16, width: area.width, rows, data: made };
  };
}
