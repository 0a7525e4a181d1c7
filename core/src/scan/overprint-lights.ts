/** Light of every combination of transparent inks on a stock: three values a code, bit k is ink k. */
export function overprintLights(stock: ArrayLike<number>, inks: readonly ArrayLike<number>[]): Float64Array {
  const out = new Float64Array(3 << inks.length);
  for (let code = 0; code < 1 << inks.length; code++) {
    for (let c = 0; c < 3; c++) {
      let v = stock[c]!;
      inks.forEach((ink, k) => {
        if ((code >> k) & 1) v *= ink[c]!;
      });
      out[3 * code + c] = v;
    }
  }
  return out;
}
