import { expect } from '@jest/globals';

/** The bytes of a typed array or a buffer. */
const bytesOf = (array) => Buffer.from(array.buffer, array.byteOffset, array.byteLength);

/**
 * Plates and pictures are compared by their bytes. Jest walks over every element of a typed array, which takes a second for
 * a megapixel. Arrays whose bytes differ are left to Jest: it says where.
 */
function sameBytes(a, b) {
  if (!ArrayBuffer.isView(a) || !ArrayBuffer.isView(b)) return undefined;
  if (a.constructor !== b.constructor || a.byteLength !== b.byteLength) return undefined;
  return bytesOf(a).equals(bytesOf(b)) ? true : undefined;
}

expect.addEqualityTesters([sameBytes]);
