/** A one-bit image: rows of `stride` bytes, leftmost pixel in the highest bit, 1 = ink. Unused bits are 0. */
export interface Bitmap {
  readonly width: number;
  readonly height: number;
  readonly stride: number;
  readonly data: Uint8Array;
}

/** Bytes in a row of `width` bits, rounded up to whole bytes. */
export const strideOf = (width: number): number => (width + 7) >> 3;

export function createBitmap(width: number, height: number): Bitmap {
  const stride = strideOf(width);
  return { width, height, stride, data: new Uint8Array(stride * height) };
}

/** 1 where ink prints at (x, y), else 0. */
export function bitAt(bitmap: Bitmap, x: number, y: number): number {
  return (bitmap.data[y * bitmap.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
}

/** Clears the bits to the right of `width` in a row that starts at `at`. */
export function clearTail(data: Uint8Array, at: number, width: number): void {
  if (width & 7) data[at + (width >> 3)]! &= 0xff << (8 - (width & 7));
}

const BITS_IN_BYTE = Uint8Array.from({ length: 256 }, (_, byte) => {
  let n = 0;
  for (let b = byte; b > 0; b >>= 1) n += b & 1;
  return n;
});

/** How many pixels carry ink. */
export function countInk(data: Uint8Array): number {
  let n = 0;
  for (let k = 0; k < data.length; k++) n += BITS_IN_BYTE[data[k]!]!;
  return n;
}

/** Share of inked pixels, 0..1. */
export function coverage(bitmap: Bitmap): number {
  return countInk(bitmap.data) / (bitmap.width * bitmap.height);
}
