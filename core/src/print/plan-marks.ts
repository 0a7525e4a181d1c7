import { printingFills } from '../document/fills.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { allMarks, isJoined, joinedOutline } from '../marks/joining/joined-plates.ts';
import { type Cut, outlineCutter } from '../marks/cut.ts';
import { outlineOf } from '../marks/joining/join.ts';
import type { Mark } from '../marks/mark.ts';
import type { Outline } from '../marks/outline.ts';
import type { MarkSource } from '../marks/source.ts';
import { lastReads } from '../raster/shared-reads.ts';
import { type Size, sheetPixels } from '../raster/sheet.ts';
import { screenTraits } from '../screen/compile-screen.ts';
import type { PrintEnv } from './env.ts';
import { coverPlanner } from './plan-cover.ts';
import { bentScreen } from './plan-bends.ts';
import { planChain } from './plan-fill.ts';
import { planPass, withOtherPrints } from './plan-pass.ts';

/** Whether a fill prints outlines. */
export const printsOutlines = ({ screen }: Pick<Fill, 'screen'>, ppi: number): boolean =>
  screenTraits(screen, ppi).outlines ?? false;

/** Whether any pass of a job prints outlines. */
export const anyOutlines = ({ passes, sheet: { ppi } }: Pick<Job, 'passes' | 'sheet'>): boolean =>
  passes.some((pass) => pass.on && printingFills(pass).some((fill) => printsOutlines(fill, ppi)));

/** The marks of one fill of a pass as they print. Places are in pixels of the sheet with its bleed. */
export interface FillMarks {
  readonly pass: Pass;
  readonly fill: Fill;
  readonly source: MarkSource;
  /** Whether they are united into one outline. */
  readonly joined: boolean;
  /** Marks that print, from the top of the sheet downwards, band by band; none of them is kept. */
  bands(): Generator<Mark[]>;
  /** The one outline into which they are joined; yields the share that is done, 0..1. */
  join(): Generator<number, Outline>;
  /** Cuts an outline at the edges of sheet and stencil, where the fill wants that. */
  cut(outline: Outline): Cut;
  /** The same of a mark, whose outline is only made where an edge is near. */
  cutMark(mark: Mark): Cut;
}

/** Whether the box of a mark lies inside a sheet of so many pixels. */
function isInside({ unit: { reach }, matrix: [a, b, c, d, e, f] }: Mark, { width, height }: Size): boolean {
  const far = reach * Math.sqrt(Math.max(a * a + b * b, c * c + d * d)) * Math.SQRT2;
  return e - far >= 0 && f - far >= 0 && e + far <= width && f + far <= height;
}

/** Plans the marks of a fill. Its pass is printed as if no other knocked it out. */
export function planFillMarks(env: PrintEnv, job: Job, pass: Pass, fill: Fill): FillMarks {
  const from = withOtherPrints(env, job, pass);
  const own = from.pass.fills.find(({ id }) => id === fill.id) ?? fill;
  const chain = planChain(from.env, from.job, from.pass, own, { finished: true });
  const compiled = bentScreen(from.env, chain.screen, false, { bends: chain.bends, repeat: null });
  const coverOf = coverPlanner(env, job, (other) => planPass(env, job, other).plate);
  const cover = fill.stencil === null ? null : coverOf(fill.stencil);
  const within = cover && lastReads({}, 'cover', cover.read);
  const source = compiled.marks!({ ...chain.tones.input(compiled, false), within });
  const { own: settings } = source.inputs;
  const size = sheetPixels(job.sheet);
  const cutter = outlineCutter(size, within);
  const cut = (outline: Outline): Cut => (settings.atEdge === 'cut' ? cutter(outline) : 'whole');
  return {
    pass,
    fill,
    source,
    joined: isJoined(settings),
    bands: () => allMarks(source),
    join: () => joinedOutline(source),
    cut,
    cutMark: (mark) => (!within && isInside(mark, size) ? 'whole' : cut(outlineOf(mark))),
  };
}

/** The marks of every printing fill of some passes that has any, in print order. */
export const planMarks = (env: PrintEnv, job: Job, passes: readonly Pass[]): FillMarks[] =>
  passes.flatMap((pass) =>
    printingFills(pass)
      .filter((fill) => printsOutlines(fill, job.sheet.ppi))
      .map((fill) => planFillMarks(env, job, pass, fill)),
  );
