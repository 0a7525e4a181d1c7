import type { EstimateWork } from '../output.ts';
import { type Drawn, drawnGroups } from './drawn.ts';

/** Marks whose size is measured, of each pass. */
const MEASURED = 1500;

/** Bytes of a file of outlines: what the first marks take, and so much more as the sheet goes on below them. */
export function estimateOutlines(work: EstimateWork, bytesOf: (drawn: Drawn) => number): number {
  let all = 1000;
  for (const { marks, single } of drawnGroups(work)) {
    const { height } = marks.source.inputs.sheet;
    let [count, bytes, down] = [0, 0, height];
    for (const band of single()) {
      for (const drawn of band) bytes += bytesOf(drawn);
      count += band.length;
      if (count < MEASURED) continue;
      down = band[band.length - 1]!.mark!.y;
      break;
    }
    all += bytes * Math.max(1, height / Math.max(1, down));
  }
  return Math.round(all);
}
