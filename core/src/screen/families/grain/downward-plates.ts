import { type Area, rowsOf } from '../../../raster/area.ts';
import { strideOf } from '../../../raster/bitmap.ts';
import type { Plate } from '../../../raster/plate.ts';
import type { Plater, Prints, ToneInput, ValueReader } from '../../compiled.ts';
import { type GrainBox, grainsUnder, methodInput, packLevels, plateOfGrains } from './grain-plates.ts';
import type { Method, MethodBand } from './method.ts';

export interface MethodPlatesOptions {
  readonly method: Method;
  /** Side of a grain in pixels. */
  readonly grain: number;
  readonly prints: Prints;
  readonly input: ToneInput;
}

/**
 * Plates of a method that works from the top of the sheet downwards. Areas are best asked for from
 * the top too: going back begins again.
 */
export function methodPlates(options: MethodPlatesOptions): Plater {
  return options.input.piecemeal ? { plate: piecePlates(options), release() {} } : downwardPlates(options);
}

const valuesOf = ({ prints, input }: MethodPlatesOptions): ValueReader =>
  prints.palette ? input.colours : input.tones;

function piecePlates(options: MethodPlatesOptions): (area: Area) => Plate {
  const { grain, prints, method } = options;
  const { kernels, sheet } = options.input;
  const values = valuesOf(options);
  return (area) => {
    if (grain > 1) {
      const box = grainsUnder(area, grain);
      const levels = allRows(method({ ...methodInput(kernels, values, sheet, box, grain, prints), quick: true }), box);
      return plateOfGrains(kernels, area, box, levels, grain, prints);
    }
    // Only the rows that are looked at take part.
    const box = { x: area.x, y: area.y, width: area.width, rows: rowsOf(area) };
    const read = (y: number, rows: number) => {
      const top = area.y + y * area.step;
      const height = Math.min(rows * area.step, area.y + area.height - top);
      return values({ ...area, y: top, height });
    };
    const input = { kernels, width: box.width, height: box.rows, prints, read, quick: true };
    return packLevels(kernels, box.width, box.rows, allRows(method(input), box), prints);
  };
}

function allRows(bands: Iterable<MethodBand>, box: GrainBox): Uint8Array {
  const levels = new Uint8Array(box.width * box.rows);
  for (const { y, data } of bands) levels.set(data, y * box.width);
  return levels;
}

/** Bands as they are, when an area is just those and they are packed. */
function wholeBands(bands: readonly MethodBand[], area: Area, width: number): Plate | null {
  const height = bands.reduce((sum, band) => sum + band.rows, 0);
  const same =
    area.x === 0 && area.width === width && area.y === bands[0]!.y && area.height === height && area.step === 1;
  if (!same || bands.some((band) => !band.bits)) return null;
  const stride = strideOf(width);
  const data = new Uint8Array(stride * height);
  for (const { y, bits } of bands) data.set(bits!, (y - area.y) * stride);
  return { width, height, stride, data };
}

function downwardPlates(options: MethodPlatesOptions): Plater {
  const { grain, prints, method } = options;
  const { kernels, sheet } = options.input;
  const values = valuesOf(options);
  const whole = grainsUnder({ x: 0, y: 0, ...sheet, step: 1 }, grain);
  let bands: Generator<MethodBand> | null = null;
  let held: MethodBand[] = [];

  function start(): Generator<MethodBand> {
    bands?.return(undefined);
    held = [];
    return method(methodInput(kernels, values, sheet, whole, grain, prints));
  }

  function plate(area: Area): Plate {
    const { y, rows } = grainsUnder(area, grain);
    if (!bands || (held[0] && held[0].y > y)) bands = start();
    const end = () => (held.length > 0 ? held.at(-1)!.y + held.at(-1)!.rows : 0);
    while (end() < y + rows) {
      const next = bands.next();
      if (next.done) break;
      held.push(next.value);
      held = held.filter((band) => band.y + band.rows > y);
    }
    held = held.filter((band) => band.y + band.rows > y);
    const packed = grain === 1 ? wholeBands(held, area, whole.width) : null;
    if (packed) return packed;
    const box: GrainBox = { x: 0, y: held[0]!.y, width: whole.width, rows: end() - held[0]!.y };
    const levels =
      held.length === 1
        ? held[0]!.data
        : allRows(
            held.map((b) => ({ ...b, y: b.y - box.y })),
            box,
          );
    return plateOfGrains(kernels, area, box, levels, grain, prints);
  }

  return { plate, release: () => void bands?.return(undefined) };
}
