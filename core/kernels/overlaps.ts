/** Room for four pixels of every combination of eight inks. */
const SHARES = memory.data(16 * 256, 16);

/**
 * Light of tones of several inks, overprints by their areas. `tones`: planes of floats 0..1, `count` each, one after the other;
 * `lights`: three floats for each combination, bit k for ink k; out: three planes. `count` is a multiple of four.
 */
export function overlapLights(tones: usize, inks: i32, lights: usize, count: i32, out: usize): void {
  const plane = (<usize>count) << 2;
  const one = f32x4.splat(1);
  for (let p: usize = 0; p < plane; p += 16) {
    v128.store(SHARES, one);
    for (let k = 0, codes: usize = 1; k < inks; k++, codes <<= 1) {
      const tone = v128.load(tones + (<usize>k) * plane + p);
      const rest = f32x4.sub(one, tone);
      const end = SHARES + (codes << 4);
      for (let at = SHARES; at < end; at += 16) {
        const share = v128.load(at);
        v128.store(at + (codes << 4), f32x4.mul(share, tone));
        v128.store(at, f32x4.mul(share, rest));
      }
    }
    let r = f32x4.splat(0);
    let g = f32x4.splat(0);
    let b = f32x4.splat(0);
    let light = lights;
    const end = SHARES + ((<usize>1) << (inks + 4));
    for (let at = SHARES; at < end; at += 16) {
      const share = v128.load(at);
      r = f32x4.add(r, f32x4.mul(share, v128.load_splat<f32>(light)));
      g = f32x4.add(g, f32x4.mul(share, v128.load_splat<f32>(light, 4)));
      b = f32x4.add(b, f32x4.mul(share, v128.load_splat<f32>(light, 8)));
      light += 12;
    }
    v128.store(out + p, r);
    v128.store(out + plane + p, g);
    v128.store(out + 2 * plane + p, b);
  }
}
