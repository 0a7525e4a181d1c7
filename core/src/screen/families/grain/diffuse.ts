import type { Kernels, Scratch } from '../../../kernel/kernels.ts';
import { strideOf } from '../../../raster/bitmap.ts';
import { hashShare } from '../../../math/hash.ts';
import type { Method, MethodBand, MethodInput } from './method.ts';
import { DIFFUSION_KERNELS, type Share } from './diffusion-kernels.ts';
import type { DiffusionName } from './names.ts';
import { startErrors } from './start.ts';
import { surroundOf, wideReader, wideWidth, widenRows } from './surround.ts';
import { type PreparedPalette, preparePalette } from './palette.ts';

export interface DiffuseOptions {
  readonly method: DiffusionName;
  readonly serpentine: boolean;
  /** Share of the full scale by which the comparison is shaken. */
  readonly noise: number;
  readonly seed: number;
}

/** Rows that the kernel for Floyd–Steinberg takes at once, numbers that carry them on, and steps after the last column. */
export const FLOYD_ROWS = 4;
export const FLOYD_STATE = 12;
export const FLOYD_LAST = 7;
/** Rows worked on at a time: a whole number of those. */
export const METHOD_ROWS = 16;
const reachOf = (shares: readonly Share[]): number => Math.max(...shares.map(([, down]) => down));

/** Bands of the sheet in order, those above it first with y < 0. */
function* bandsOf(height: number, above: number): Generator<{ y: number; rows: number }> {
  const rest = above % METHOD_ROWS;
  if (rest > 0) yield { y: -above, rows: rest };
  for (let y = rest - above; y < 0; y += METHOD_ROWS) yield { y, rows: METHOD_ROWS };
  for (let y = 0; y < height; y += METHOD_ROWS) yield { y, rows: Math.min(METHOD_ROWS, height - y) };
}

/** Whether several threads may share the work without changing a byte: rows run one way, and errors reach one row down. */
export const sharesThreads = (options: DiffuseOptions, levels: number): boolean =>
  options.method === 'floyd-steinberg' && !options.serpentine && options.noise === 0 && levels === 2;

/** Levels of wide rows in kernel memory, and where the sheet lies in them. */
interface WideLevels {
  readonly ptr: number;
  readonly wide: number;
  readonly left: number;
  readonly width: number;
}

/** A band whose levels were bits all along; single pixels are unpacked when they are asked for. */
function packedBand(kernels: Kernels, y: number, rows: number, { ptr, wide, left, width }: WideLevels): MethodBand {
  const stride = strideOf(width);
  const packed = kernels.scratch('packed-band', stride * rows + 16);
  for (let k = 0; k < rows; k++) kernels.run.packBits(ptr + k * wide + left, width, packed.ptr + k * stride);
  const bits = kernels.u8(packed).slice(0, stride * rows);
  let data: Uint8Array | null = null;
  return {
    y,
    rows,
    bits,
    get data() {
      data ??= Uint8Array.from({ length: width * rows }, (_, at) => {
        const x = at % width;
        return (bits[((at - x) / width) * stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
      });
      return data;
    },
  };
}

/** The sheet's own columns of wide rows. */
function middleOf(levels: Uint8Array, rows: number, wide: number, left: number, width: number): Uint8Array {
  const out = new Uint8Array(width * rows);
  for (let k = 0; k < rows; k++) out.set(levels.subarray(k * wide + left, k * wide + left + width), k * width);
  return out;
}

function* diffuseLevels(input: MethodInput, options: DiffuseOptions): Generator<MethodBand> {
  const { kernels, height, prints } = input;
  const { shares, parts } = DIFFUSION_KERNELS[options.method];
  const { levels } = prints;
  const surround = surroundOf({ ...options, reach: reachOf(shares), quick: input.quick ?? false });
  const { left, above } = surround;
  /** Columns with those beside the sheet. */
  const width = wideWidth(input.width, surround);
  const readWide = wideReader(input, surround);
  const noise = Math.round((options.noise * 65535) / (levels - 1));
  const bytes = width * 4 + 64;
  let [e0, e1, e2] = ['a', 'b', 'c'].map((n) => kernels.alloc(bytes + n.length)) as [Scratch, Scratch, Scratch];
  const clear = (block: Scratch) => kernels.i32(block).fill(0, 0, width);
  const table = kernels.alloc(shares.length * 12);
  kernels.i32(table).set(shares.flat());
  const state = kernels.alloc(64);
  const tones = kernels.alloc(METHOD_ROWS * width * 2 + 64);
  const out = kernels.alloc(METHOD_ROWS * width + 64);
  const narrow = kernels.alloc(METHOD_ROWS * input.width * 2 + 64);
  // Four rows at once where the kernel allows it: the same bytes, sooner.
  const fast = sharesThreads(options, levels);
  try {
    [e0, e1, e2].forEach(clear);
    for (const { y, rows } of bandsOf(height, above)) {
      if (y >= 0 && input.readTo) {
        input.readTo(y, rows, narrow.ptr);
        widenRows(kernels.u16(narrow), kernels.u16(tones), rows, input.width, surround);
      } else {
        const values = readWide(y, rows);
        if (y === -above) kernels.i32(e0).set(startErrors(values, width, parts, levels, options.seed));
        kernels.u16(tones).set(values.subarray(0, width * rows));
      }
      let k = 0;
      for (; fast && k + FLOYD_ROWS <= rows; k += FLOYD_ROWS) {
        kernels.i32(state).fill(0, 0, FLOYD_STATE);
        kernels.run.floydRows(
          tones.ptr + k * width * 2,
          width * 2,
          out.ptr + k * width,
          width,
          width,
          0,
          width + FLOYD_LAST,
          e0.ptr,
          e1.ptr,
          state.ptr,
        );
        [e0, e1] = [e1, e0];
      }
      if (fast && k < rows) [e1, e2].forEach(clear);
      for (; k < rows; k++) {
        const back = options.serpentine && ((y + k) & 1) === 1;
        kernels.run.diffuseRow(
          tones.ptr + k * width * 2,
          out.ptr + k * width,
          width,
          e0.ptr,
          e1.ptr,
          e2.ptr,
          table.ptr,
          shares.length,
          parts,
          levels,
          back ? -1 : 1,
          noise,
          options.seed,
          y + k,
        );
        [e0, e1, e2] = [e1, e2, e0];
        clear(e2);
      }
      if (y < 0) continue;
      yield fast
        ? packedBand(kernels, y, rows, { ptr: out.ptr, wide: width, left, width: input.width })
        : { y, rows, data: middleOf(kernels.u8(out), rows, width, left, input.width) };
    }
  } finally {
    for (const block of [e0, e1, e2, table, state, tones, out, narrow]) kernels.release(block);
  }
}

/** Carries errors of light through one row of palette colours. */
function paletteRow(
  palette: PreparedPalette,
  values: Uint16Array,
  plane: number,
  from: number,
  errors: readonly Float64Array[],
  shake: (x: number) => number,
  input: { width: number; shares: readonly (readonly [number, number, number])[]; parts: number; step: number },
  out: Uint8Array,
  to: number,
): void {
  const { width, shares, parts, step } = input;
  let x = step > 0 ? 0 : width - 1;
  const row = errors[0]!;
  const wanted = new Float64Array(3);
  for (let n = 0; n < width; n++, x += step) {
    const at = from + x;
    const [ra, rb, rc] = [row[3 * x]!, row[3 * x + 1]!, row[3 * x + 2]!];
    palette.reach(values[at]!, values[at + plane]!, values[at + 2 * plane]!, wanted);
    const a = wanted[0]! + ra;
    const b = wanted[1]! + rb;
    const c = wanted[2]! + rc;
    const s = shake(x);
    const index = palette.nearest(a + s, b + s, c + s, palette.strayed(ra, rb, rc));
    out[to + x] = index;
    const [x0, y0, z0] = [
      a - palette.points[3 * index]!,
      b - palette.points[3 * index + 1]!,
      c - palette.points[3 * index + 2]!,
    ];
    const part = palette.carried(x0, y0, z0) / parts;
    const [ea, eb, ec] = [x0 * part, y0 * part, z0 * part];
    for (const [dx, dy, weight] of shares) {
      const target = x + step * dx;
      const inside = Math.min(width - 1, Math.max(0, target));
      const below = errors[target === inside ? dy : Math.max(1, dy)]!;
      below[3 * inside]! += ea * weight;
      below[3 * inside + 1]! += eb * weight;
      below[3 * inside + 2]! += ec * weight;
    }
  }
}

function* diffusePalette(input: MethodInput, options: DiffuseOptions): Generator<MethodBand> {
  const { height, prints } = input;
  const { shares, parts } = DIFFUSION_KERNELS[options.method];
  const surround = surroundOf({ ...options, reach: reachOf(shares), quick: input.quick ?? false });
  const width = wideWidth(input.width, surround);
  const readWide = wideReader(input, surround);
  const palette = preparePalette(prints.palette!, prints.space);
  let errors = [0, 1, 2].map(() => new Float64Array(3 * width));
  const scale = options.noise / Math.max(1, palette.count - 1);
  for (const { y, rows } of bandsOf(height, surround.above)) {
    const values = readWide(y, rows);
    const out = new Uint8Array(width * rows);
    for (let k = 0; k < rows; k++) {
      const back = options.serpentine && ((y + k) & 1) === 1;
      const shake = (x: number) => (scale === 0 ? 0 : (hashShare(x, y + k, options.seed) - 0.5) * scale);
      const how = { width, shares, parts, step: back ? -1 : 1 };
      paletteRow(palette, values, width * rows, k * width, errors, shake, how, out, k * width);
      errors = [errors[1]!, errors[2]!, errors[0]!.fill(0)];
    }
    if (y >= 0) yield { y, rows, data: middleOf(out, rows, width, surround.left, input.width) };
  }
}

/** Error diffusion by one of the published kernels. */
export const diffusion =
  (options: DiffuseOptions): Method =>
  (input) =>
    input.prints.palette ? diffusePalette(input, options) : diffuseLevels(input, options);
