/** A well-mixed 32-bit number from three whole numbers; the same as hash32 in src/math/hash.ts. */
// @ts-ignore: decorator
@inline
export function hash32(a: i32, b: i32, c: i32): u32 {
  let h: u32 = (<u32>a * 0x9e3779b1) ^ (<u32>b * 0x85ebca77) ^ (<u32>c * 0xc2b2ae3d);
  h = (h ^ (h >>> 15)) * 0x2c1b3c6d;
  h = (h ^ (h >>> 12)) * 0x297a2d39;
  return h ^ (h >>> 15);
}
