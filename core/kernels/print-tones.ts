/** Places along the side of a folded cell. */
const FOLD: i32 = 16;

/**
 * Coverage that a screen prints of a row of tones 0..1: by straight lines between the steps of tone and the places of its
 * folded cell. `p`, `q`: rows of phases in cycles, not below 0; `cells`: `steps` × FOLD × FOLD floats.
 */
export function printTones(tones: usize, p: usize, q: usize, cells: usize, steps: i32, count: i32, out: usize): void {
  const size = <usize>(FOLD * FOLD * 4);
  for (let k = 0; k < count; k++) {
    const tone = max<f32>(0, min<f32>(0.9999, load<f32>(tones))) * <f32>(steps - 1);
    const t = <i32>tone;
    const u = (load<f32>(p) - floor<f32>(load<f32>(p))) * <f32>FOLD + <f32>FOLD - 0.5;
    const v = (load<f32>(q) - floor<f32>(load<f32>(q))) * <f32>FOLD + <f32>FOLD - 0.5;
    const u0 = <i32>u;
    const v0 = <i32>v;
    const du = u - <f32>u0;
    const dv = v - <f32>v0;
    const a = <usize>((u0 & (FOLD - 1)) << 2);
    const b = <usize>(((u0 + 1) & (FOLD - 1)) << 2);
    const c = <usize>((v0 & (FOLD - 1)) * FOLD * 4);
    const d = <usize>(((v0 + 1) & (FOLD - 1)) * FOLD * 4);
    const low = cells + <usize>t * size;
    const high = low + size;
    const top = load<f32>(low + c + a) + du * (load<f32>(low + c + b) - load<f32>(low + c + a));
    const under = load<f32>(low + d + a) + du * (load<f32>(low + d + b) - load<f32>(low + d + a));
    const next = load<f32>(high + c + a) + du * (load<f32>(high + c + b) - load<f32>(high + c + a));
    const last = load<f32>(high + d + a) + du * (load<f32>(high + d + b) - load<f32>(high + d + a));
    const below = top + dv * (under - top);
    const above = next + dv * (last - next);
    store<f32>(out, below + (tone - <f32>t) * (above - below));
    tones += 4;
    p += 4;
    q += 4;
    out += 4;
  }
}
