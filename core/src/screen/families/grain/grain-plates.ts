import type { Kernels } from '../../../kernel/kernels.ts';
import { type Area, rowsOf } from '../../../raster/area.ts';
import { createBitmap } from '../../../raster/bitmap.ts';
import type { Plate } from '../../../raster/plate.ts';
import { createMixer, MIX_COLOURS, preparePalette } from './palette.ts';
import { levelOf } from './levels.ts';
import type { Prints, ValueReader } from '../../compiled.ts';
import type { MethodInput, ThresholdRow } from './method.ts';

/** A rectangle of whole grains. */
export interface GrainBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly rows: number;
}

/** The grains that an area touches. */
export function grainsUnder(area: Area, grain: number): GrainBox {
  const x = Math.floor(area.x / grain);
  const y = Math.floor(area.y / grain);
  return {
    x,
    y,
    width: Math.ceil((area.x + area.width) / grain) - x,
    rows: Math.ceil((area.y + area.height) / grain) - y,
  };
}

/** Mean values of a box of grains; grains cut by the sheet's edge take the mean of what lies on it. */
export function grainValues(
  read: ValueReader,
  box: GrainBox,
  grain: number,
  sheet: { readonly width: number; readonly height: number },
  planes: number,
): Uint16Array {
  const x = box.x * grain;
  const y = box.y * grain;
  const width = Math.min(box.width * grain, sheet.width - x);
  const height = Math.min(box.rows * grain, sheet.height - y);
  const values = read({ x, y, width, height, step: 1 });
  if (grain === 1) return values;
  const out = new Uint16Array(box.width * box.rows * planes);
  for (let p = 0; p < planes; p++) {
    for (let r = 0; r < box.rows; r++) {
      const bottom = Math.min(height, (r + 1) * grain);
      for (let c = 0; c < box.width; c++) {
        const right = Math.min(width, (c + 1) * grain);
        let sum = 0;
        for (let py = r * grain; py < bottom; py++) {
          const row = (p * height + py) * width;
          for (let px = c * grain; px < right; px++) sum += values[row + px]!;
        }
        out[(p * box.rows + r) * box.width + c] = Math.round(sum / ((bottom - r * grain) * (right - c * grain)));
      }
    }
  }
  return out;
}

/** Levels or palette indices of a box of grains under ordered thresholds. */
export function orderedGrains(
  values: Uint16Array,
  box: GrainBox,
  prints: Prints,
  thresholds: ThresholdRow,
): Uint8Array {
  const out = new Uint8Array(box.width * box.rows);
  const row = new Uint16Array(box.width);
  const plane = box.width * box.rows;
  const mix = prints.palette ? createMixer(preparePalette(prints.palette, prints.space)) : null;
  for (let r = 0; r < box.rows; r++) {
    thresholds(box.x, box.y + r, box.width, row);
    for (let c = 0; c < box.width; c++) {
      const at = r * box.width + c;
      out[at] = mix
        ? mix(values[at]!, values[at + plane]!, values[at + 2 * plane]!)[Math.floor((row[c]! / 65536) * MIX_COLOURS)]!
        : levelOf(values[at]!, row[c]!, prints.levels);
    }
  }
  return out;
}

/** The plate over an area from the levels of the grains under it. */
export function plateOfGrains(
  kernels: Kernels,
  area: Area,
  box: GrainBox,
  levels: Uint8Array,
  grain: number,
  prints: Prints,
): Plate {
  const rows = rowsOf(area);
  const data = new Uint8Array(area.width * rows);
  const whole = grain === 1 && area.step === 1 && box.x === area.x && box.width === area.width;
  for (let k = 0; k < rows; k++) {
    const y = area.y + k * area.step;
    const from = (Math.floor(y / grain) - box.y) * box.width;
    const to = k * area.width;
    if (grain === 1) {
      const start = from + area.x - box.x;
      if (whole && k === 0) data.set(levels.subarray(start, start + area.width * rows));
      else if (!whole) data.set(levels.subarray(start, start + area.width), to);
    } else {
      for (let x = 0; x < area.width; x++) {
        data[to + x] = levels[from + Math.floor((area.x + x) / grain) - box.x]!;
      }
    }
  }
  return packLevels(kernels, area.width, rows, data, prints);
}

/** Levels as a plate: bits when they are ink and no ink. */
export function packLevels(kernels: Kernels, width: number, rows: number, data: Uint8Array, prints: Prints): Plate {
  if (prints.palette || prints.levels > 2) return { width, height: rows, levels: prints.levels, data };
  const plate = createBitmap(width, rows);
  const input = kernels.scratch('pack-in', data.length + 16);
  const output = kernels.scratch('pack-out', plate.stride + 16);
  kernels.u8(input).set(data);
  for (let k = 0; k < rows; k++) {
    kernels.run.packBits(input.ptr + k * width, width, output.ptr);
    plate.data.set(kernels.u8(output).subarray(0, plate.stride), k * plate.stride);
  }
  return plate;
}

/** What a method is given for a part of the sheet: rows of grain values, `across` columns from `left` on. */
export function methodInput(
  kernels: Kernels,
  read: ValueReader,
  sheet: { readonly width: number; readonly height: number },
  box: GrainBox,
  grain: number,
  prints: Prints,
): MethodInput {
  const planes = prints.palette ? 3 : 1;
  const { to } = read;
  return {
    ...(to && grain === 1 && planes === 1
      ? {
          readTo: (y: number, rows: number, out: number) =>
            to({ x: box.x, y: box.y + y, width: box.width, height: rows, step: 1 }, out),
        }
      : {}),
    kernels,
    width: box.width,
    height: box.rows,
    prints,
    read: (y, rows) => grainValues(read, { ...box, y: box.y + y, rows }, grain, sheet, planes),
  };
}
