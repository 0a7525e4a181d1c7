import { CODE_BITS, readChartCode } from '../chart/chart-code.ts';
import { CODE, CORNER, CORNERS } from '../chart/chart-layout.ts';
import { CHART_HEIGHT, CHART_VERSION, type ChartSpec } from '../chart/chart-spec.ts';
import type { ScanPixels } from '../scan/pixels.ts';
import { ScanError } from '../scan/scan-error.ts';
import { cornerMarks, type FoundMark, planeOf } from './chart-marks.ts';
import { inked, type LaidChart, LIGHT, lightIn, middleIn, windowAbout } from './chart-windows.ts';
import { fitHomography, type Homography, mapPlace } from './homography.ts';

/** A chart in a scan. */
export interface FoundChart {
  readonly spec: ChartSpec;
  /** From units of the chart to pixels of the scan. */
  readonly onScan: Homography;
}

const CORNERS_WANTED = CORNERS.length;
/** Corners are chosen of so many marks, the largest. */
const MOST_MARKS = 10;

const sizeOf = ({ width, height }: FoundMark): number => width * height;

/** All ways to choose four of some marks. */
function* fours(marks: readonly FoundMark[]): Generator<readonly FoundMark[]> {
  for (let a = 0; a < marks.length; a++) {
    for (let b = a + 1; b < marks.length; b++) {
      for (let c = b + 1; c < marks.length; c++) {
        for (let d = c + 1; d < marks.length; d++) yield [marks[a]!, marks[b]!, marks[c]!, marks[d]!];
      }
    }
  }
}

/** The same marks round their middle, clockwise as a scan counts its rows. */
function around(marks: readonly FoundMark[]): FoundMark[] {
  const mean = (of: (m: FoundMark) => number) => marks.reduce((sum, m) => sum + of(m), 0) / marks.length;
  const [x, y] = [mean((m) => m.x), mean((m) => m.y)];
  // Quarters first and slopes within them: what an angle would sort by.
  const turn = (m: FoundMark): number => {
    const [dx, dy] = [m.x - x, m.y - y];
    const quarter = dy < 0 ? (dx < 0 ? 0 : 1) : dx >= 0 ? 2 : 3;
    const share = Math.abs(quarter % 2 === 0 ? dx : dy) / (Math.abs(dx) + Math.abs(dy) || 1);
    return quarter + 1 - share;
  };
  return [...marks].sort((p, q) => turn(p) - turn(q));
}

const pairsOf = (marks: readonly FoundMark[]) => marks.map((m, k) => ({ from: CORNERS[k]!, to: [m.x, m.y] as const }));

/** Half a side of the square about a disc that does not reach its ring. */
const REACH = 0.97 * Math.SQRT1_2 * CORNER.inner;

/** Light of the disc of a corner mark. */
const solidOf = (lay: LaidChart, k: number) => lightIn(lay, windowAbout(...CORNERS[k]!, 0.6 * CORNER.disc));

/** Light of bare stock beside a corner mark, towards the middle of the chart. */
function bareBeside(lay: LaidChart, k: number) {
  const [x, y] = CORNERS[k]!;
  const inwards = y < CHART_HEIGHT / 2 ? 1 : -1;
  return lightIn(lay, windowAbout(x, y + inwards * (CORNER.outer + 1.5), 1, 0.6));
}

/** The map by the middles of the discs in the corner marks, in all pixels of the scan. */
function refined(scan: ScanPixels, rough: Homography): Homography {
  const lay = { scan, onScan: rough };
  const marks = CORNERS.map(([x, y], k) => {
    const window = windowAbout(x, y, REACH);
    const [bare, solid] = [bareBeside(lay, k), solidOf(lay, k)];
    if (!bare || !solid) return { x, y };
    // The channel in which the mark stands out most.
    const c = [0, 1, 2].reduce((p, q) => (Math.abs(bare[q]! - solid[q]!) > Math.abs(bare[p]! - solid[p]!) ? q : p));
    const light = (at: number) => LIGHT[scan.rgb[at + c]!]!;
    const full = bare[c]! - solid[c]!;
    const middle = middleIn(lay, window, (at) => inked((bare[c]! - light(at)) / full));
    return middle ? { x: middle.x, y: middle.y } : { x, y };
  });
  const pairs = CORNERS.map((from, k) => ({ from, to: mapPlace(rough, marks[k]!.x, marks[k]!.y) }));
  return fitHomography(pairs) ?? rough;
}

/** Bits of the code where a chart would lie; null where nothing stands out. */
function codeAt(scan: ScanPixels, onScan: Homography): boolean[] | null {
  const lay = { scan, onScan };
  const lights = Array.from({ length: CODE_BITS }, (_, k) =>
    lightIn(lay, windowAbout(CODE.x + k * CODE.pitch + CODE.width / 2, CODE.y, 0.3 * CODE.width, 0.3 * CODE.height)),
  );
  const [bare, solid] = [bareBeside(lay, 0), solidOf(lay, 0)];
  if (!bare || !solid || lights.some((light) => light === null)) return null;
  const along = [0, 1, 2].map((c) => solid[c]! - bare[c]!);
  const length = along.reduce((sum, v) => sum + v * v, 0);
  if (length < 1e-4) return null;
  return lights.map((light) => along.reduce((sum, v, c) => sum + v * (light![c]! - bare[c]!), 0) / length > 0.5);
}

/**
 * Finds a chart in a scan or photograph, whichever way up it lies.
 * @throws ScanError in a sentence where there is none, where a part of it is missing, or where it is of another version
 */
export function findChart(scan: ScanPixels): FoundChart {
  let most = 0;
  let code = false;
  for (const dark of [false, true]) {
    for (const channel of ['all', 0, 1, 2] as const) {
      const marks = cornerMarks(planeOf(scan, channel, dark))
        .sort((a, b) => sizeOf(b) - sizeOf(a))
        .slice(0, MOST_MARKS);
      most = Math.max(most, Math.min(CORNERS_WANTED, marks.length));
      if (marks.length < CORNERS_WANTED) continue;
      for (const four of fours(marks)) {
        const ring = around(four);
        for (let first = 0; first < CORNERS_WANTED; first++) {
          const turned = [...ring.slice(first), ...ring.slice(0, first)];
          const rough = fitHomography(pairsOf(turned));
          const bits = rough && codeAt(scan, rough);
          const read = bits && readChartCode(bits);
          if (!read) continue;
          if (read.version !== CHART_VERSION)
            throw new ScanError(
              `This chart is of version ${read.version}, and version ${CHART_VERSION} is read here; print a new chart.`,
            );
          return { spec: read.spec, onScan: refined(scan, rough) };
        }
        code = true;
      }
    }
  }
  if (code)
    throw new ScanError(
      'Corner marks were found, but the code between the upper two cannot be read; scan the whole chart again, sharper and without shadows.',
    );
  if (most === 0)
    throw new ScanError('There is no calibration chart in this picture: none of its four corner marks was found.');
  throw new ScanError(
    `Only ${most} of the four corner marks ${most === 1 ? 'was' : 'were'} found; scan the whole chart, with all of its corners.`,
  );
}
