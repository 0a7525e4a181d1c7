/**
 * The blend functions of W3C Compositing and Blending Level 1 (clauses 10.1 and 10.2), written down from the
 * specification's own pseudo-code and independent of the product: plain arithmetic on encoded values 0..1.
 */
type C = readonly number[];

const Lum = (c: C): number => 0.3 * c[0]! + 0.59 * c[1]! + 0.11 * c[2]!;

function ClipColor(c: C): C {
  const L = Lum(c);
  const n = Math.min(...c);
  const x = Math.max(...c);
  let out = [...c];
  if (n < 0) out = out.map((v) => L + ((v - L) * L) / (L - n));
  if (x > 1) out = out.map((v) => L + ((v - L) * (1 - L)) / (x - L));
  return out;
}

const SetLum = (c: C, l: number): C => ClipColor(c.map((v) => v + l - Lum(c)));
const Sat = (c: C): number => Math.max(...c) - Math.min(...c);

/** By sorting the channels, as the specification says it: Cmin, Cmid, Cmax. */
function SetSat(c: C, s: number): C {
  const order = [0, 1, 2].sort((a, b) => c[a]! - c[b]!);
  const [min, mid, max] = order as [number, number, number];
  const out = [0, 0, 0];
  if (c[max]! > c[min]!) {
    out[mid] = ((c[mid]! - c[min]!) * s) / (c[max]! - c[min]!);
    out[max] = s;
  }
  return out;
}

const each = (f: (cb: number, cs: number) => number) => (Cb: C, Cs: C) => Cb.map((cb, k) => f(cb, Cs[k]!));
const Multiply = (cb: number, cs: number) => cb * cs;
const Screen = (cb: number, cs: number) => 1 - (1 - cb) * (1 - cs);
const HardLight = (cb: number, cs: number) => (cs <= 0.5 ? Multiply(cb, 2 * cs) : Screen(cb, 2 * cs - 1));

function SoftLight(cb: number, cs: number): number {
  if (cs <= 0.5) return cb - (1 - 2 * cs) * cb * (1 - cb);
  const D = cb <= 0.25 ? ((16 * cb - 12) * cb + 4) * cb : Math.sqrt(cb);
  return cb + (2 * cs - 1) * (D - cb);
}

function ColorDodge(cb: number, cs: number): number {
  if (cb === 0) return 0;
  return cs === 1 ? 1 : Math.min(1, cb / (1 - cs));
}

function ColorBurn(cb: number, cs: number): number {
  if (cb === 1) return 1;
  return cs === 0 ? 0 : 1 - Math.min(1, (1 - cb) / cs);
}

/** B(Cb, Cs) of every mode. */
export const B: Readonly<Record<string, (Cb: C, Cs: C) => C>> = {
  normal: (_, Cs) => Cs,
  multiply: each(Multiply),
  screen: each(Screen),
  overlay: each((cb, cs) => HardLight(cs, cb)),
  darken: each(Math.min),
  lighten: each(Math.max),
  'color-dodge': each(ColorDodge),
  'color-burn': each(ColorBurn),
  'hard-light': each(HardLight),
  'soft-light': each(SoftLight),
  difference: each((cb, cs) => Math.abs(cb - cs)),
  exclusion: each((cb, cs) => cb + cs - 2 * cb * cs),
  hue: (Cb, Cs) => SetLum(SetSat(Cs, Sat(Cb)), Lum(Cb)),
  saturation: (Cb, Cs) => SetLum(SetSat(Cb, Sat(Cs)), Lum(Cb)),
  color: (Cb, Cs) => SetLum(Cs, Lum(Cb)),
  luminosity: (Cb, Cs) => SetLum(Cb, Lum(Cs)),
};

/** cs of clause 5.1 with blending, for an opaque backdrop: Co = cb · (1 − as) + as · B(cb, cs). */
export const over = (mode: string, Cb: C, Cs: C, as: number): C => {
  const blended = B[mode]!(Cb, Cs);
  return Cb.map((cb, k) => (1 - as) * cb + as * blended[k]!);
};
