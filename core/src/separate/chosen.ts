import { square } from '../math/exact.ts';
import { oklabOfLight } from '../colour/oklab.ts';
import { decodeSrgb, encodeSrgb, type LinearRgb } from '../colour/srgb.ts';
import { BASE_PLANES, fillBasePlanes } from './base.ts';
import { fillInkTable, type InkTable } from './ink-table.ts';

/** Grid points along each channel of the table. */
export const CHOSEN_SIZE = 33;
/** A mixture of two chosen colours must be so much nearer than one with the ground alone. */
const PAIR_COST = 0.015;

type OkLab = readonly [number, number, number];

function oklab(light: LinearRgb): OkLab {
  const out = [0, 0, 0];
  oklabOfLight(light[0], light[1], light[2], out);
  return [out[0]!, out[1]!, out[2]!];
}

const apart = (p: OkLab, q: OkLab): number =>
  Math.sqrt(square(p[0] - q[0]) + square(p[1] - q[1]) + square(p[2] - q[2]));

const mix = (a: LinearRgb, b: LinearRgb, w: number): LinearRgb => [
  a[0] + w * (b[0] - a[0]),
  a[1] + w * (b[1] - a[1]),
  a[2] + w * (b[2] - a[2]),
];

/** Share of b in the mixture of two lights that is nearest to a third. */
function shareOf(light: LinearRgb, a: LinearRgb, b: LinearRgb): number {
  let dot = 0;
  let length = 0;
  for (let c = 0; c < 3; c++) {
    dot += (light[c]! - a[c]!) * (b[c]! - a[c]!);
    length += square(b[c]! - a[c]!);
  }
  return length === 0 ? 0 : Math.min(1, Math.max(0, dot / length));
}

/** The farthest grid point round a colour, so that interpolation between solid points is solid. */
function cornersAway(light: LinearRgb): number {
  const own = oklab(light);
  const at = light.map((v) =>
    Math.min(CHOSEN_SIZE - 2, Math.floor(encodeSrgb(Math.min(1, Math.max(0, v))) * (CHOSEN_SIZE - 1))),
  );
  let most = 0;
  for (let corner = 0; corner < 8; corner++) {
    const point = at.map((k, c) => {
      const encoded = (k + ((corner >> c) & 1)) / (CHOSEN_SIZE - 1);
      return decodeSrgb(encoded);
    });
    most = Math.max(most, apart(own, oklab(point as unknown as LinearRgb)));
  }
  return most + 1e-6;
}

/** What flat art is separated into. */
export interface ChosenInks {
  /** The colours of the art that inks stand for. */
  readonly picks: readonly LinearRgb[];
  /** The colour of a base under them: art of that colour shows the base. */
  readonly base?: LinearRgb | null;
  readonly tolerance: number;
  /** Colours that are so near the ground (OKLab) print nothing, whatever the tolerance. */
  readonly bareTo?: number;
}

/**
 * The table of flat art with chosen inks: a colour within the tolerance of a chosen one prints that ink
 * solid; any other is taken for a mixture, in linear light, of a chosen colour with the ground (an edge or a
 * glow) or with another chosen colour (an edge between the two), whichever comes nearest. With a base three planes
 * stand after those of the inks (see base.ts).
 */
export function chosenTable(
  ground: LinearRgb,
  { picks: inks, base = null, tolerance, bareTo = 0 }: ChosenInks,
): InkTable {
  const picks = base ? [...inks, base] : inks;
  const labs = picks.map(oklab);
  const groundLab = oklab(ground);
  const groundReach = Math.max(bareTo, Math.min(tolerance / 2, 0.04));
  const reach = picks.map((light) => Math.max(tolerance, cornersAway(light)));
  function share(light: LinearRgb, out: Float64Array): number {
    out.fill(0);
    const own = oklab(light);
    let best = apart(own, groundLab);
    if (best <= groundReach) return best;
    let near = -1;
    labs.forEach((lab, k) => {
      const d = apart(own, lab);
      if (d <= reach[k]! && (near < 0 || d < apart(own, labs[near]!))) near = k;
    });
    if (near >= 0) {
      out[near] = 1;
      return apart(own, labs[near]!);
    }
    for (let k = 0; k < picks.length; k++) {
      const w = shareOf(light, ground, picks[k]!);
      const d = apart(own, oklab(mix(ground, picks[k]!, w)));
      if (d < best) {
        best = d;
        out.fill(0);
        out[k] = w;
      }
    }
    for (let k = 0; k < picks.length; k++) {
      for (let j = 0; j < k; j++) {
        const w = shareOf(light, picks[j]!, picks[k]!);
        const d = apart(own, oklab(mix(picks[j]!, picks[k]!, w))) + PAIR_COST;
        if (d < best) {
          best = d;
          out.fill(0);
          out[k] = w;
          out[j] = 1 - w;
        }
      }
    }
    return best;
  }
  return fillInkTable(CHOSEN_SIZE, inks.length + (base ? BASE_PLANES : 0), (light, out) => {
    const off = share(light, out);
    if (base) {
      // What is part ink and part base is base all over, under the ink and between its dots.
      const shows = out[inks.length]! > 0 && inks.some((_, k) => out[k]! > 0);
      if (shows) out[inks.length] = 1;
      fillBasePlanes(out, inks.length);
    }
    return off;
  });
}
