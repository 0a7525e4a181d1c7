import { byteOfLight, type Job, MM_PER_INCH, type Pass, planFillMarks, type PrintedMark } from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';

/** The marks of a fill as they stand on the sheet, entry by entry; places and widths in mm of the trimmed sheet. */
export interface SheetMarks {
  readonly ids: Float64Array;
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  readonly widths: Float64Array;
  /** 0xrrggbb; -1 for the ink. */
  readonly colours: Int32Array;
}

/** Marks that are listed at most: more cannot be told apart on a screen. */
export const MOST_LISTED = 300_000;

function fillMarks(engine: SheetEngine, job: Job, pass: Pass, fill: string) {
  const own = pass.fills.find((f) => f.id === fill) ?? pass.fills[0];
  return planFillMarks(engine.sampleEnv(), job, pass, own);
}

function colourOf({ colour }: PrintedMark): number {
  if (!colour) return -1;
  const [r, g, b] = colour.map((light) => byteOfLight(Math.min(1, Math.max(0, light)))) as [number, number, number];
  return (r << 16) | (g << 8) | b;
}

/** Lists the marks of a fill. */
export function sheetMarks(engine: SheetEngine, job: Job, pass: Pass, fill: string): SheetMarks {
  const mm = MM_PER_INCH / job.sheet.ppi;
  const { bleed } = job.sheet;
  const found: PrintedMark[] = [];
  for (const band of fillMarks(engine, job, pass, fill).bands()) {
    for (const mark of band) found.push(mark);
    if (found.length > MOST_LISTED) break;
  }
  return {
    ids: Float64Array.from(found, (m) => m.id),
    xs: Float64Array.from(found, (m) => m.x * mm - bleed),
    ys: Float64Array.from(found, (m) => m.y * mm - bleed),
    widths: Float64Array.from(found, (m) => m.width * mm),
    colours: Int32Array.from(found, colourOf),
  };
}

/** Outlines of some marks of a fill as one SVG path in mm of the trimmed sheet. */
export function markOutlines(engine: SheetEngine, job: Job, pass: Pass, fill: string, ids: readonly number[]): string {
  const mm = MM_PER_INCH / job.sheet.ppi;
  const { bleed } = job.sheet;
  const wanted = new Set(ids);
  const pieces: string[] = [];
  for (const band of fillMarks(engine, job, pass, fill).bands()) {
    for (const { id, unit, matrix } of band) {
      if (!wanted.has(id)) continue;
      const [a, b, c, d, e, f] = matrix;
      for (const p of unit.outline) {
        const points: string[] = [];
        for (let k = 0; k < p.length; k += 2) {
          const x = (a * p[k]! + c * p[k + 1]! + e) * mm - bleed;
          const y = (b * p[k]! + d * p[k + 1]! + f) * mm - bleed;
          points.push(`${x.toFixed(3)} ${y.toFixed(3)}`);
        }
        pieces.push(`M${points.join('L')}Z`);
      }
    }
  }
  return pieces.join('');
}
