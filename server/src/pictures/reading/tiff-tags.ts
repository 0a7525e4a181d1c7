/** Values of a tag, and where in the file the first of them stands. */
interface Tag {
  readonly values: readonly number[];
  readonly at: number;
}

/** Tags of the first image of a TIFF file (TIFF 6.0, or its form with 64-bit offsets), by number. */
export interface TiffTags {
  readonly bigEndian: boolean;
  readonly tags: ReadonlyMap<number, Tag>;
  /** The first value of a tag. */
  first(tag: number): number | undefined;
}

export const TIFF_TAG = {
  photometric: 262,
  samples: 277,
  bits: 258,
  xResolution: 282,
  resolutionUnit: 296,
  extraSamples: 338,
} as const;

/** Bytes of a value by its type; only types of numbers are read. */
const SIZES: Readonly<Record<number, number>> = { 1: 1, 3: 2, 4: 4, 5: 8, 16: 8 };
const MOST_TAGS = 4096;
const MOST_VALUES = 64;

/** Reads the tags of a TIFF file, or of an EXIF block, which is one; null when it is none or broken. */
export function tiffTags(bytes: Uint8Array): TiffTags | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  try {
    return readTags(view);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

function readTags(view: DataView): TiffTags | null {
  const order = view.getUint16(0);
  if (order !== 0x4949 && order !== 0x4d4d) return null;
  const little = order === 0x4949;
  const version = view.getUint16(2, little);
  if (version !== 42 && version !== 43) return null;
  const big = version === 43;
  const long = (at: number) => Number(view.getBigUint64(at, little));
  const offset = (at: number) => (big ? long(at) : view.getUint32(at, little));
  function valueAt(type: number, at: number): number {
    if (type === 1) return view.getUint8(at);
    if (type === 3) return view.getUint16(at, little);
    if (type === 4) return view.getUint32(at, little);
    if (type === 16) return long(at);
    return view.getUint32(at, little) / view.getUint32(at + 4, little);
  }
  const start = offset(big ? 8 : 4);
  const count = big ? long(start) : view.getUint16(start, little);
  const [head, entry, inline] = big ? [8, 20, 8] : [2, 12, 4];
  const tags = new Map<number, Tag>();
  for (let k = 0; k < Math.min(count, MOST_TAGS); k++) {
    const at = start + head + k * entry;
    const type = view.getUint16(at + 2, little);
    const size = SIZES[type];
    if (!size) continue;
    const values = offset(at + 4);
    const field = at + 4 + inline;
    const from = values * size <= inline ? field : offset(field);
    const all = Array.from({ length: Math.min(values, MOST_VALUES) }, (_, v) => valueAt(type, from + v * size));
    tags.set(view.getUint16(at, little), { values: all, at: from });
  }
  return { bigEndian: !little, tags, first: (tag) => tags.get(tag)?.values[0] };
}
