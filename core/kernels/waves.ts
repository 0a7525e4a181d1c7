/**
 * Cosines and sines of a phase that runs evenly in pieces. Each piece is five doubles: its number of pixels, the cosine and
 * sine of the phase at its first one, and those of the step to the next.
 */
export function waveTrig(pieces: usize, count: i32, cosines: usize, sines: usize): void {
  for (let k = 0; k < count; k++) {
    const length = <i32>load<f64>(pieces);
    let c = load<f64>(pieces, 8);
    let s = load<f64>(pieces, 16);
    const dc = load<f64>(pieces, 24);
    const ds = load<f64>(pieces, 32);
    pieces += 40;
    for (let x = 0; x < length; x++) {
      store<f32>(cosines, <f32>c);
      store<f32>(sines, <f32>s);
      cosines += 4;
      sines += 4;
      const next = c * dc - s * ds;
      s = c * ds + s * dc;
      c = next;
    }
  }
}

/** Adds a row of floats times a wave to nodes, each of which takes `step` of them. */
export function waveSums(row: usize, cosines: usize, sines: usize, count: i32, step: i32, re: usize, im: usize): void {
  for (let x = 0; x < count; x += step) {
    const length = min(step, count - x);
    let a: f32 = 0;
    let b: f32 = 0;
    for (let k = 0; k < length; k++) {
      const v = load<f32>(row);
      a += v * load<f32>(cosines);
      b += v * load<f32>(sines);
      row += 4;
      cosines += 4;
      sines += 4;
    }
    store<f32>(re, load<f32>(re) + a);
    store<f32>(im, load<f32>(im) + b);
    re += 4;
    im += 4;
  }
}

/** Values of nodes between two rows of them: `share` of the way from the upper to the lower one. */
@inline
function between(upper: usize, lower: usize, share: f32, count: i32, out: usize): void {
  for (let k = 0; k < count; k++) {
    const a = load<f32>(upper);
    store<f32>(out, a + share * (load<f32>(lower) - a));
    upper += 4;
    lower += 4;
    out += 4;
  }
}

/**
 * Takes twice a wave off a row of floats, its strength by straight lines between nodes, `step` pixels apart. `re`, `im`: upper
 * rows of `nodes` nodes, `below` bytes above the lower ones; `room`: for two rows of them.
 */
export function waveOff(
  row: usize,
  cosines: usize,
  sines: usize,
  count: i32,
  step: i32,
  re: usize,
  im: usize,
  below: usize,
  share: f32,
  nodes: i32,
  room: usize,
): void {
  const other = room + ((<usize>nodes) << 2);
  between(re, re + below, share, nodes, room);
  between(im, im + below, share, nodes, other);
  const each: f32 = 1.0 / <f32>step;
  let u: f32 = 0.5 * each - 0.5;
  for (let x = 0; x < count; x++) {
    const i = max(0, min(nodes - 2, <i32>u));
    const part = max<f32>(0, min<f32>(1, u - <f32>i));
    const at = (<usize>i) << 2;
    const a = load<f32>(room + at);
    const b = load<f32>(other + at);
    const c = a + part * (load<f32>(room + at, 4) - a);
    const s = b + part * (load<f32>(other + at, 4) - b);
    store<f32>(row, load<f32>(row) - 2 * (c * load<f32>(cosines) + s * load<f32>(sines)));
    row += 4;
    cosines += 4;
    sines += 4;
    u += each;
  }
}
