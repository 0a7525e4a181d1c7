/** Share of each of four neighbours in a row, of 8: a tent of two display pixels, smoothed. */
@inline
function across(row: usize): v128 {
  const inner = f32x4.add(v128.load(row, 16), v128.load(row, 32));
  const outer = f32x4.add(v128.load(row), v128.load(row, 48));
  return f32x4.add(f32x4.mul(inner, f32x4.splat(3)), outer);
}

/**
 * Brings sums (r, g, b, seen) of half display pixels to display pixels, each of which weighs the four by four
 * round it by 1, 3, 3, 1 either way. `top`: the first of the four rows, one half pixel left of the first pixel;
 * rows are `stride` bytes apart. A pixel none of whose own four halves saw anything gets nothing. out: four
 * floats a pixel.
 */
export function foldSums(top: usize, stride: usize, count: i32, out: usize): void {
  const second = top + stride;
  const third = second + stride;
  const fourth = third + stride;
  for (let k = 0; k < count; k++) {
    const at = (<usize>k) << 5;
    const own =
      load<f32>(second + at, 28) + load<f32>(second + at, 44) + load<f32>(third + at, 28) + load<f32>(third + at, 44);
    const inner = f32x4.add(across(second + at), across(third + at));
    const outer = f32x4.add(across(top + at), across(fourth + at));
    const sum = f32x4.add(f32x4.mul(inner, f32x4.splat(3)), outer);
    v128.store(out, own > 0 ? sum : f32x4.splat(0));
    out += 16;
  }
}
