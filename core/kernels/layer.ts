/**
 * Layers of colour over a row of light (four floats a pixel: r, g, b and 1, linear). A layer is a row of RGBA bytes,
 * encoded sRGB, not multiplied by alpha. Tables of light: `encode` has the encoded value of light k / 65535 and `decode`
 * the light of the encoded value k / 65535, both as 65536 f32.
 */

// @ts-ignore: decorator
@inline
function at65535(value: f32): usize {
  return <usize>(max<f32>(0, min<f32>(1, value)) * 65535 + 0.5);
}

// @ts-ignore: decorator
@inline
function looked(table: usize, value: f32): f32 {
  return load<f32>(table + (at65535(value) << 2));
}

/** RGBA words of a one-bit row: colours[0] where it is bare, colours[1] where it prints. */
export function coloursOfBits(bits: usize, colours: usize, width: i32, out: usize): void {
  const bare = load<u32>(colours);
  const ink = load<u32>(colours, 4);
  for (let x = 0; x < width; x++) {
    const bit = (<usize>load<u8>(bits + <usize>(x >> 3)) >> <usize>(7 - (x & 7))) & 1;
    store<u32>(out + ((<usize>x) << 2), bit ? ink : bare);
  }
}

/** RGBA words of a row of values, one byte each: colours[value]. */
export function coloursOfLevels(values: usize, colours: usize, width: i32, out: usize): void {
  for (let x = 0; x < width; x++) {
    store<u32>(out + ((<usize>x) << 2), load<u32>(colours + ((<usize>load<u8>(values + <usize>x)) << 2)));
  }
}

/**
 * Lays colours as inks are laid: light · through + adds. `bytes`: the light of 256 encoded values, f32. With `lamp` the
 * colours add their light; otherwise `opacity` says how much they hide what lies under them.
 */
export function layColours(
  source: usize, width: i32, strength: f32, opacity: f32, lamp: bool, bytes: usize, light: usize,
): void {
  const one = f32x4.splat(1);
  const rest = f32x4.splat(1 - opacity);
  for (let x = 0; x < width; x++) {
    const word = load<u32>(source + ((<usize>x) << 2));
    const alpha = word >> 24;
    if (!alpha) continue;
    const share = f32x4.splat((strength * <f32>alpha) / 255);
    const to = light + ((<usize>x) << 4);
    const own = lightOf(word, bytes, 0);
    let through = one;
    let adds = f32x4.mul(share, own);
    if (!lamp) {
      through = f32x4.sub(one, f32x4.mul(share, f32x4.sub(one, f32x4.mul(rest, own))));
      through = f32x4.replace_lane(through, 3, 1);
      adds = f32x4.mul(f32x4.mul(share, f32x4.splat(opacity)), own);
    }
    v128.store(to, f32x4.add(f32x4.mul(v128.load(to), through), adds));
  }
}

/** The light of a pixel's colours, and a fourth value. */
// @ts-ignore: decorator
@inline
function lightOf(word: u32, bytes: usize, fourth: f32): v128 {
  let own = v128.load32_zero(bytes + (<usize>(word & 255) << 2));
  own = f32x4.replace_lane(own, 1, load<f32>(bytes + (<usize>((word >> 8) & 255) << 2)));
  own = f32x4.replace_lane(own, 2, load<f32>(bytes + (<usize>((word >> 16) & 255) << 2)));
  return f32x4.replace_lane(own, 3, fourth);
}

/** Blends by the mode "normal", which covers: as blendSeparable does it. */
export function blendNormal(
  source: usize, width: i32, strength: f32, bytes: usize, encode: usize, decode: usize, light: usize,
): void {
  for (let x = 0; x < width; x++) {
    const word = load<u32>(source + ((<usize>x) << 2));
    const alpha = word >> 24;
    if (!alpha) continue;
    const share: f32 = (strength * <f32>alpha) / 255;
    const to = light + ((<usize>x) << 4);
    if (share >= 1) {
      v128.store(to, lightOf(word, bytes, 1));
      continue;
    }
    coverLight(to, word, share, encode, decode);
  }
}

/** Covers the light of a pixel by a share of a colour. */
export function coverLight(to: usize, word: u32, share: f32, encode: usize, decode: usize): void {
  covered(to, word & 255, share, encode, decode);
  covered(to + 4, (word >> 8) & 255, share, encode, decode);
  covered(to + 8, (word >> 16) & 255, share, encode, decode);
}

// @ts-ignore: decorator
@inline
function covered(to: usize, cs: u32, share: f32, encode: usize, decode: usize): void {
  const cb = looked(encode, load<f32>(to));
  const own: f32 = (<f32>257 * <f32>cs) / 65535;
  store<f32>(to, looked(decode, cb + share * (own - cb)));
}

/**
 * Blends channel by channel: `table` has B(cb, cs) · 65535 at 256 · cb + cs, both bytes, and `lights` the light of the
 * same. `steps`: the encoded byte of light in 4096 steps.
 */
export function blendSeparable(
  source: usize, width: i32, strength: f32, table: usize, lights: usize, steps: usize, encode: usize, decode: usize,
  light: usize,
): void {
  for (let x = 0; x < width; x++) {
    const word = load<u32>(source + ((<usize>x) << 2));
    const alpha = word >> 24;
    if (!alpha) continue;
    const share: f32 = (strength * <f32>alpha) / 255;
    const to = light + ((<usize>x) << 4);
    const r = <usize>(word & 255);
    const g = <usize>((word >> 8) & 255);
    const b = <usize>((word >> 16) & 255);
    if (share >= 1) {
      // What covers in full is found in one step.
      store<f32>(to, load<f32>(lights + ((stepOf(steps, load<f32>(to)) << 10) | (r << 2))));
      store<f32>(to, load<f32>(lights + ((stepOf(steps, load<f32>(to, 4)) << 10) | (g << 2))), 4);
      store<f32>(to, load<f32>(lights + ((stepOf(steps, load<f32>(to, 8)) << 10) | (b << 2))), 8);
      continue;
    }
    mixed(to, r, share, table, encode, decode);
    mixed(to + 4, g, share, table, encode, decode);
    mixed(to + 8, b, share, table, encode, decode);
  }
}

// @ts-ignore: decorator
@inline
function stepOf(steps: usize, light: f32): usize {
  return <usize>load<u8>(steps + <usize>(max<f32>(0, min<f32>(1, light)) * 4096 + 0.5));
}

// @ts-ignore: decorator
@inline
function mixed(to: usize, cs: usize, share: f32, table: usize, encode: usize, decode: usize): void {
  const cb = looked(encode, load<f32>(to));
  const under = <usize>(cb * 255 + 0.5);
  const blended: f32 = <f32>load<u16>(table + (((under << 8) | cs) << 1)) / 65535;
  store<f32>(to, looked(decode, cb + share * (blended - cb)));
}

// @ts-ignore: decorator
@inline
function lum(r: f32, g: f32, b: f32): f32 {
  return <f32>0.3 * r + <f32>0.59 * g + <f32>0.11 * b;
}

/** Blends whole colours: bits 0, 1 and 2 of `parts` are set where hue, saturation and luminosity come from the source. */
export function blendWhole(
  source: usize, width: i32, strength: f32, parts: i32, encode: usize, decode: usize, light: usize,
): void {
  const hueOfSource = (parts & 1) != 0;
  const satOfSource = (parts & 2) != 0;
  const lumOfSource = (parts & 4) != 0;
  for (let x = 0; x < width; x++) {
    const from = source + ((<usize>x) << 2);
    const alpha = load<u8>(from, 3);
    if (!alpha) continue;
    const share: f32 = (strength * <f32>alpha) / 255;
    const to = light + ((<usize>x) << 4);
    const br = looked(encode, load<f32>(to));
    const bg = looked(encode, load<f32>(to, 4));
    const bb = looked(encode, load<f32>(to, 8));
    const sr: f32 = <f32>load<u8>(from) / 255;
    const sg: f32 = <f32>load<u8>(from, 1) / 255;
    const sb: f32 = <f32>load<u8>(from, 2) / 255;
    let r = hueOfSource ? sr : br;
    let g = hueOfSource ? sg : bg;
    let b = hueOfSource ? sb : bb;
    if (hueOfSource != satOfSource) {
      const sat = satOfSource ? max(sr, max(sg, sb)) - min(sr, min(sg, sb)) : max(br, max(bg, bb)) - min(br, min(bg, bb));
      const least = min(r, min(g, b));
      const range = max(r, max(g, b)) - least;
      const by: f32 = range > 0 ? sat / range : 0;
      r = (r - least) * by;
      g = (g - least) * by;
      b = (b - least) * by;
    }
    const l = lumOfSource ? lum(sr, sg, sb) : lum(br, bg, bb);
    const d = l - lum(r, g, b);
    r += d;
    g += d;
    b += d;
    const own = lum(r, g, b);
    const n = min(r, min(g, b));
    const m = max(r, max(g, b));
    if (n < 0) {
      const by: f32 = own / (own - n);
      r = own + (r - own) * by;
      g = own + (g - own) * by;
      b = own + (b - own) * by;
    }
    if (m > 1) {
      const by: f32 = (1 - own) / (m - own);
      r = own + (r - own) * by;
      g = own + (g - own) * by;
      b = own + (b - own) * by;
    }
    store<f32>(to, looked(decode, br + share * (r - br)));
    store<f32>(to, looked(decode, bg + share * (g - bg)), 4);
    store<f32>(to, looked(decode, bb + share * (b - bb)), 8);
  }
}

/** Puts each channel of a row of light through a table of 65536 f32. */
export function mapLight(light: usize, width: i32, table: usize): void {
  for (let x = 0; x < width; x++) {
    const to = light + ((<usize>x) << 4);
    for (let c: usize = 0; c < 12; c += 4) store<f32>(to + c, looked(table, load<f32>(to + c)));
  }
}

/**
 * Colours darks and lights: RGBA words `darks` and `lights` have 256 colours along a run, and pixel x stands on it at
 * start + x · by, or with `round` as far from the middle as the length of (start + x · by, across) says. `source` holds
 * RGBA bytes: how dark they are decides between the two colours, and their alpha stays. `shares`: alpha says how dark.
 */
export function colourRun(
  source: usize, width: i32, start: f64, by: f64, across: f64, round: bool,
  darks: usize, lights: usize, shares: bool, out: usize,
): void {
  for (let x = 0; x < width; x++) {
    const from = source + ((<usize>x) << 2);
    const to = out + ((<usize>x) << 2);
    const along = start + <f64>x * by;
    const t = round ? Math.sqrt(along * along + across * across) : along;
    const place = (<usize>(max<f64>(0, min<f64>(1, t)) * 255 + 0.5)) << 2;
    const alpha = <u32>load<u8>(from, 3);
    const dark: u32 = shares
      ? alpha
      : 255 - (<u32>load<u8>(from) * 54 + <u32>load<u8>(from, 1) * 183 + <u32>load<u8>(from, 2) * 19 + 128) / 256;
    const light: u32 = 255 - dark;
    const la = <u32>load<u8>(lights + place, 3);
    if (shares && !la) {
      // Where the lights stay clear the darks shrink to nothing instead of turning pale.
      store<u32>(to, load<u32>(darks + place));
      store<u8>(to, <u8>alpha, 3);
      continue;
    }
    for (let c: usize = 0; c < 3; c++) {
      const a = <u32>load<u8>(darks + place + c);
      const b = <u32>load<u8>(lights + place + c);
      store<u8>(to + c, <u8>((a * dark + b * light + 127) / 255));
    }
    store<u8>(to, shares ? 255 : <u8>alpha, 3);
  }
}
