import { arcTangent, cosine, sine } from '../../../math/exact.ts';
import { hashShare } from '../../../math/hash.ts';
import type { LineSettings } from './params.ts';
import type { LineKind } from './names.ts';

/** A place among lines: how far across them and along them, both counted in line spacings. */
export interface LinePlace {
  across: number;
  along: number;
}

export interface CourseInput {
  readonly pitch: number;
  /** Degrees, counter-clockwise. */
  readonly angle: number;
  /** Where rings, rays and spirals begin, in pixels. */
  readonly cx: number;
  readonly cy: number;
  /** Distance from the centre at which rays have their spacing. */
  readonly halfWay: number;
  readonly lines: LineSettings;
}

/** Finds the place of pixel (x, y), y downwards. */
export type Course = (x: number, y: number, out: LinePlace) => LinePlace;

function straightFrame({ pitch, angle, cx, cy }: CourseInput) {
  const turn = (angle * Math.PI) / 180;
  const c = cosine(turn) / pitch;
  const s = sine(turn) / pitch;
  return (x: number, y: number, out: LinePlace): LinePlace => {
    const dx = x - cx;
    const dy = cy - y;
    out.along = dx * c + dy * s;
    out.across = dy * c - dx * s;
    return out;
  };
}

/** One period 0..1 of a triangle between -1 and 1. */
const triangle = (t: number): number => {
  const f = t - Math.floor(t);
  return f < 0.5 ? 4 * f - 1 : 3 - 4 * f;
};

/** Lines that swing as a whole: across their course their width is that of straight ones, so that coverage is even along them. */
function swinging(input: CourseInput, wave: (t: number) => number): Course {
  const frame = straightFrame(input);
  const { wavelength, swing } = input.lines;
  return (x, y, out) => {
    frame(x, y, out);
    out.across += swing * wave(out.along / wavelength);
    return out;
  };
}

function around(input: CourseInput, across: (radius: number, share: number) => number, raysOut = false): Course {
  const { pitch, angle, cx, cy } = input;
  const turn = angle / 360;
  return (x, y, out) => {
    const dx = x - cx;
    const dy = cy - y;
    const radius = Math.sqrt(dx * dx + dy * dy) / pitch;
    const share = arcTangent(dy, dx) / (2 * Math.PI) - turn;
    const within = share - Math.floor(share);
    out.across = across(radius, within);
    out.along = raysOut ? radius : within * 2 * Math.PI * Math.max(1, radius);
    return out;
  };
}

const TURN = 2 * Math.PI;

/** How each kind of line runs; cross-hatching is several straight ones. */
export const COURSES: Readonly<Record<Exclude<LineKind, 'cross-hatch'>, (input: CourseInput) => Course>> = {
  straight: straightFrame,
  wave: (input) => swinging(input, (t) => sine(TURN * (t - Math.floor(t)))),
  zigzag: (input) => swinging(input, triangle),
  concentric: (input) => around(input, (radius) => radius),
  spiral: (input) => around(input, (radius, share) => radius - input.lines.arms * share),
  rays: (input) => {
    const count = Math.max(3, Math.round((TURN * input.halfWay) / input.pitch));
    return around(input, (_, share) => share * count, true);
  },
};

/** How deep inside a gap a place of line `line` lies, in line spacings; 0 or less is outside. */
export function gapDepth(line: number, along: number, { breaks, breakEvery }: LineSettings, seed: number): number {
  const at = along / breakEvery + hashShare(line, 7, seed);
  const stretch = Math.floor(at);
  // Gaps differ in length but are `breaks` of the line on the whole; none reaches its stretch's ends.
  const length = Math.min(0.95, breaks * (0.6 + 0.8 * hashShare(line, stretch, seed + 1)));
  const middle = length / 2 + (1 - length) * hashShare(line, stretch, seed + 2);
  return (length / 2 - Math.abs(at - stretch - middle)) * breakEvery;
}
