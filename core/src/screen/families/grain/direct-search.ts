import type { Method, MethodBand, MethodInput, ThresholdRow } from './method.ts';
import { levelOf } from './levels.ts';
import { createMixer, MIX_COLOURS, preparePalette } from './palette.ts';
import { eyeCorrelation, type Inks, REACH, Search } from './search-window.ts';

/** Rows decided at a time, and rows looked at beyond them. */
const BAND = 64;
const AHEAD = 16;
const MOST_SWEEPS = 8;
/** A sweep that changes fewer pixels than this share is the last. */
const SETTLED = 2e-4;

function inksOf({ prints }: MethodInput): Inks {
  if (!prints.palette) {
    const { levels } = prints;
    return {
      channels: 1,
      count: levels,
      points: Float64Array.from({ length: levels }, (_, k) => k / (levels - 1)),
      wanted: (values, at, _plane, out, to) => {
        out[to] = values[at]! / 65535;
      },
      first: (values, at, _plane, threshold) => levelOf(values[at]!, threshold, levels),
    };
  }
  const palette = preparePalette(prints.palette, prints.space);
  const mix = createMixer(palette);
  const light = new Float64Array(3);
  return {
    channels: 3,
    count: palette.count,
    points: palette.points,
    wanted(values, at, plane, out, to) {
      palette.reach(values[at]!, values[at + plane]!, values[at + 2 * plane]!, light);
      out.set(light, to);
    },
    first: (values, at, plane, threshold) =>
      mix(values[at]!, values[at + plane]!, values[at + 2 * plane]!)[Math.floor((threshold / 65536) * MIX_COLOURS)]!,
  };
}

/**
 * Direct binary search (Analoui & Allebach, Model-based halftoning using direct binary search, 1992):
 * starts from an ordered print, whose mean is the tone, and exchanges neighbouring pixels as long as that lowers the
 * squared error seen through a bell of 1.3 pixels. Exchanges keep the mean; pixels change alone in midtones only, since
 * elsewhere a lone dot or hole costs more than the tone that it carries. Bands are decided from the top, each with a
 * look ahead.
 */
export function directSearch(start: ThresholdRow): Method {
  return function* (input): Generator<MethodBand> {
    const { width, height, read } = input;
    const inks = inksOf(input);
    const eye = eyeCorrelation();
    const { channels } = inks;
    let aboveWanted: Float64Array = new Float64Array(0);
    let abovePrint: Uint8Array = new Uint8Array(0);
    let ahead: Uint8Array = new Uint8Array(0);
    const thresholds = new Uint16Array(width);
    for (let y = 0; y < height; y += BAND) {
      const rows = Math.min(BAND + AHEAD, height - y);
      const above = abovePrint.length / width;
      const values = read(y, rows);
      const total = above + rows;
      const wanted = new Float64Array(width * total * channels);
      const print = new Uint8Array(width * total);
      wanted.set(aboveWanted);
      print.set(abovePrint);
      for (let k = 0; k < rows; k++) {
        start(0, y + k, width, thresholds);
        for (let x = 0; x < width; x++) {
          const from = k * width + x;
          const to = (above + k) * width + x;
          inks.wanted(values, from, width * rows, wanted, to * channels);
          print[to] = from < ahead.length ? ahead[from]! : inks.first(values, from, width * rows, thresholds[x]!);
        }
      }
      const search = new Search(width, total, above, inks, wanted, print, eye);
      for (let n = 0; n < MOST_SWEEPS; n++) if (search.sweep() <= SETTLED * width * rows) break;
      const done = Math.min(BAND, height - y);
      const end = above + done;
      yield { y, rows: done, data: print.slice(above * width, end * width) };
      abovePrint = print.slice((end - Math.min(REACH, end)) * width, end * width);
      aboveWanted = wanted.slice((end - Math.min(REACH, end)) * width * channels, end * width * channels);
      ahead = print.slice(end * width);
    }
  };
}
