import type { Job, Pass } from '../../document/types.ts';
import { outlineOf } from '../../marks/joining/join.ts';
import type { Mark } from '../../marks/mark.ts';
import { hexOfPiece } from '../../marks/pieces.ts';
import type { Matrix, Outline } from '../../marks/outline.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { anyOutlines, type FillMarks, planMarks } from '../../print/plan-marks.ts';
import { sheetPixels } from '../../raster/sheet.ts';
import type { OutputWork } from '../output.ts';

/** One outline as it is written to a file. Lengths in pixels of the sheet with its bleed. */
export interface Drawn {
  /** The mark that it is, or null where several were joined. */
  readonly mark: Mark | null;
  /** Centre and radius, where it is a full circle. */
  readonly circle: { readonly x: number; readonly y: number; readonly r: number } | null;
  /** Its curves and what takes them to the sheet, where they are known. */
  readonly curves: { readonly path: string; readonly matrix: Matrix } | null;
  outline(): Outline;
  /** `#rrggbb`; null for the ink of the pass. */
  readonly colour: string | null;
}

/** A circle under a matrix that scales it alike in both directions is a circle. */
function circleOf({ unit, matrix: [a, b, c, d, e, f] }: Mark): Drawn['circle'] {
  if (unit.circle === null) return null;
  const along = Math.sqrt(a * a + b * b);
  const down = Math.sqrt(c * c + d * d);
  return Math.abs(along - down) > 1e-9 * along ? null : { x: e, y: f, r: unit.circle * along };
}

/** A mark as it is drawn; null if nothing of it prints. */
function drawnMark(mark: Mark, marks: FillMarks): Drawn | null {
  const cut = marks.cutMark(mark);
  if (cut === 'none') return null;
  const colour = mark.colour && hexOfPiece(mark.colour);
  if (cut !== 'whole') return { mark, circle: null, curves: null, outline: () => cut, colour };
  const { path } = mark.unit;
  return {
    mark,
    circle: circleOf(mark),
    curves: path === null ? null : { path, matrix: mark.matrix },
    outline: () => outlineOf(mark),
    colour,
  };
}

/** What marks of one fill are written under. */
export interface DrawnGroup {
  readonly marks: FillMarks;
  readonly pass: Pass;
  /** What is drawn, band by band: marks, or the one outline into which they are joined. */
  bands(): Generator<Drawn[]>;
  /** Its marks one by one, also where they are joined. */
  single(): Generator<Drawn[]>;
}

/** Share of the work after which a joined outline is there. */
const JOINED = 0.9;

/** The marks of all passes as they are written to a file, with progress over all of them. */
export function drawnGroups({
  env,
  job,
  passes,
  progress,
}: Pick<OutputWork, 'env' | 'job' | 'passes' | 'progress'>): DrawnGroup[] {
  const all = planMarks(env, job, passes);
  const { height } = sheetPixels(job.sheet);
  return all.map((marks, k) => {
    const told = (share: number) => progress?.((k + Math.min(1, share)) / all.length);

    function* single(): Generator<Drawn[]> {
      for (const band of marks.bands()) {
        const last = band[band.length - 1];
        yield band.flatMap((mark) => drawnMark(mark, marks) ?? []);
        if (last) told(last.y / height);
      }
      told(1);
    }

    function* joined(): Generator<Drawn[]> {
      const work = marks.join();
      let step = work.next();
      for (; !step.done; step = work.next()) told(JOINED * step.value);
      const whole = step.value;
      const cut = marks.cut(whole);
      const outline = cut === 'whole' ? whole : cut;
      if (outline !== 'none') yield [{ mark: null, circle: null, curves: null, outline: () => outline, colour: null }];
      told(1);
    }

    return { marks, pass: marks.pass, single, bands: () => (marks.joined ? joined() : single()) };
  });
}

/** Why a job has no outlines to write; null if it has. */
export const outlinesFault = (job: Job): string | null =>
  anyOutlines(job) ? null : 'No pass prints marks; choose the Marks screen in one, or take out a picture or plates.';

/** Millimetres from the trimmed sheet's top left of a place in pixels. */
export function toMm({ sheet: { ppi, bleed } }: Job): (pixels: number) => number {
  const mm = MM_PER_INCH / ppi;
  return (pixels) => pixels * mm - bleed;
}
