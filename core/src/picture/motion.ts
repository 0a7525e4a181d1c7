import type { Point } from '../bend/kind.ts';
import type { BentPictureSettings } from '../bend/picture-params.ts';
import { cosine, sine } from '../math/exact.ts';
import { MM_PER_INCH } from '../math/units.ts';

/** A motion that softens a picture. Places in pixels of the sheet, y downwards. */
export interface Motion {
  /** How far a place moves in all, in pixels. */
  length(x: number, y: number): number;
  /** Where a place is at a time -½..½ of the motion. */
  at(x: number, y: number, time: number, out: Point): void;
}

/** The sheet with its bleed, in pixels. */
interface MotionSheet {
  readonly width: number;
  readonly height: number;
  readonly ppi: number;
}

/** Pixels between two samples of a motion, and for a first look. */
const APART = 1.5;
const APART_ROUGH = 6;
const MOST_SAMPLES = 144;

/**
 * How a motion is sampled at a place: by short motions of so many samples each, and so many of those one after the other.
 * Two means after each other take far fewer samples than one, and motions that go on alike come to the same.
 */
export interface MotionSteps {
  short: number;
  long: number;
}

export function motionSteps(motion: Motion, x: number, y: number, rough: boolean, out: MotionSteps): void {
  const apart = rough ? APART_ROUGH : APART;
  const count = Math.min(MOST_SAMPLES, Math.max(1, Math.ceil(motion.length(x, y) / apart)));
  out.long = Math.ceil(Math.sqrt(count));
  out.short = Math.ceil(count / out.long);
}

const distance = (x: number, y: number): number => Math.sqrt(x * x + y * y);

function spin(angle: number, cx: number, cy: number): Motion {
  // Every pixel turns by the same angles, so the cosines of those that were asked for lately are kept.
  const known = new Map<number, readonly [number, number]>();
  const turned = (time: number): readonly [number, number] => {
    let own = known.get(time);
    if (!own) {
      own = [cosine(angle * time), sine(angle * time)];
      known.set(time, own);
    }
    return own;
  };
  return {
    length: (x, y) => angle * distance(x - cx, y - cy),
    at(x, y, time, out) {
      const [c, s] = turned(time);
      const [dx, dy] = [x - cx, y - cy];
      out.x = cx + c * dx + s * dy;
      out.y = cy + c * dy - s * dx;
    },
  };
}

function zoom(by: number, cx: number, cy: number): Motion {
  return {
    length: (x, y) => by * distance(x - cx, y - cy),
    at(x, y, time, out) {
      const k = 1 + by * time;
      out.x = cx + k * (x - cx);
      out.y = cy + k * (y - cy);
    },
  };
}

function straight(far: number, angle: number): Motion {
  const [dx, dy] = [far * cosine(angle), -far * sine(angle)];
  return {
    length: () => far,
    at(x, y, time, out) {
      out.x = x + dx * time;
      out.y = y + dy * time;
    },
  };
}

/** The motion that some settings ask for on a sheet; null for none. */
export function motionOf(s: BentPictureSettings, { width, height, ppi }: MotionSheet): Motion | null {
  const [cx, cy] = [s.centreX * width, s.centreY * height];
  if (s.motion === 'spin' && s.spin > 0) return spin((s.spin * Math.PI) / 180, cx, cy);
  if (s.motion === 'zoom' && s.zoom > 0) return zoom(s.zoom, cx, cy);
  if (s.motion === 'straight' && s.move > 0)
    return straight((s.move / MM_PER_INCH) * ppi, (s.direction * Math.PI) / 180);
  return null;
}
