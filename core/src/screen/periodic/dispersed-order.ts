/** Order in which the copies of a tile take their extra pixel: Bayer 1973, built by recursion, n a power of 2. */
export function dispersedOrder(n: number): Uint32Array {
  let size = 1;
  let order = new Uint32Array(1);
  while (size < n) {
    const next = new Uint32Array(4 * size * size);
    for (let y = 0; y < size; y++) {
      for (let x = 0; x < size; x++) {
        const v = 4 * order[y * size + x]!;
        next[y * 2 * size + x] = v;
        next[y * 2 * size + x + size] = v + 2;
        next[(y + size) * 2 * size + x] = v + 3;
        next[(y + size) * 2 * size + x + size] = v + 1;
      }
    }
    order = next;
    size *= 2;
  }
  return order;
}
