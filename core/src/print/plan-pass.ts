import { printingFills } from '../document/fills.ts';
import { knockoutsOver } from '../document/passes-read.ts';
import type { Job, Pass } from '../document/types.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { placedPlate } from '../raster/placed-plate.ts';
import { type Planned, planned } from '../raster/planned.ts';
import type { Plate } from '../raster/plate.ts';
import { type Size, sheetPixels } from '../raster/sheet.ts';
import { repeatPlane } from '../repeat/region.ts';
import type { PrintEnv } from './env.ts';
import { knockedOut } from './knocked-out.ts';
import { type PassPlan, planFill, type PrintHow } from './plan-fill.ts';
import { planFills } from './plan-fills.ts';
import { planStones } from './plan-stones.ts';
import { wholeFill } from './plate-values.ts';
import { type WithPrints, withPrintsSoFar } from './print-so-far.ts';
import { withPushes } from './with-pushes.ts';

/** A plan whose plate is made of others too, which are prepared and released with it. */
const along = (plan: PassPlan, plate: Planned<Plate>, others: readonly PassPlan[]): PassPlan => ({
  ...plan,
  plate,
  prepare() {
    for (const other of others) other.prepare();
    plan.prepare();
  },
  release() {
    plan.release();
    for (const other of others) other.release();
  },
});

/** Whole pixels that the plate of a pass is moved by. */
function movedBy({ sheet }: Job, { impression }: Pass): { readonly right: number; readonly down: number } {
  const pixels = (mm: number) => Math.round((mm * sheet.ppi) / MM_PER_INCH);
  return { right: pixels(impression.right), down: pixels(impression.down) };
}

/** Pixels of the plane that a pass is printed on: the sheet, or some repeats of a part of it. */
const planeOf = ({ sheet }: Job, { repeat }: PrintHow): Size => (repeat ? repeatPlane(repeat) : sheetPixels(sheet));

/** The plate of a pass where it lies on the sheet. */
function planPlaced(job: Job, pass: Pass, plate: Planned<Plate>, how: PrintHow): Planned<Plate> {
  const by = movedBy(job, pass);
  if (by.right === 0 && by.down === 0) return plate;
  return planned('placed', { ...by, sheet: planeOf(job, how) }, [plate], ({ sheet, right, down }, [own]) =>
    placedPlate(own.read, sheet, right, down),
  );
}

/** Gives a pass the prints of others that it is made of: those so far that its fills take, and those that push it. */
export function withOtherPrints(env: PrintEnv, job: Job, pass: Pass, how: PrintHow = {}): WithPrints {
  const under = withPrintsSoFar(env, job, pass, (below, p) => planPass(env, below, p, how));
  return withPushes(under, job, (other) => planAlone(env, job, other, how));
}

/** Plans a pass as if no other knocked it out. */
function planAlone(env: PrintEnv, job: Job, pass: Pass, how: PrintHow): PassPlan {
  const from = withOtherPrints(env, job, pass, how);
  const whole = wholeFill(from.pass);
  const shown = planFill(
    from.env,
    from.job,
    from.pass,
    whole ?? printingFills(from.pass)[0] ?? from.pass.fills[0],
    how,
    null,
    whole && planStones(from.env, from.job, from.pass, (other) => planAlone(env, job, other, how).plate),
  );
  const plan = whole
    ? shown
    : { ...shown, ...planFills(from.env, from.job, from.pass, how, (other) => planAlone(env, job, other, how)) };
  return along(plan, planPlaced(job, pass, plan.plate, how), from.plans);
}

/**
 * Plans a pass once: picture to light, light to tones, tones through stencils and screens to its plate. The key of each
 * reading is made with the work, of just what that work is given. What other passes knock out is left bare.
 */
export function planPass(env: PrintEnv, job: Job, pass: Pass, how: PrintHow = {}): PassPlan {
  const plan = planAlone(env, job, pass, how);
  const above = knockoutsOver(job, pass);
  if (above.length === 0) return plan;
  const plans = above.map((p) => planAlone(env, job, p, how));
  const traps = above.map(({ ink }) => {
    const pixels = (ink.trap * job.sheet.ppi) / MM_PER_INCH;
    return pixels < 1 ? 0 : pixels;
  });
  const plate = planned(
    'knocked out',
    { traps, sheet: planeOf(job, how) },
    [plan.plate, ...plans.map((p) => p.plate)],
    (own, [under, ...others]) =>
      knockedOut(
        env.kernels,
        own.sheet,
        under!.read,
        others.map(({ read }, k) => ({ read, trap: own.traps[k]! })),
      ),
  );
  return along(plan, plate, plans);
}

/** An environment in which every picture is there and nothing can be read: for keys alone. */
const KEYS_ONLY: PrintEnv = {
  get kernels(): never {
    throw new Error('A plan that was made for its key alone cannot be read.');
  },
  pictures: () => ({ width: 1, height: 1, channels: 4, read: () => new Uint8Array(4) }),
};

/** Key of what leaves the Picture station of a pass once all of its pictures are there. */
export const lightKey = (job: Job, pass: Pass): string => planPass(KEYS_ONLY, job, pass).light.key;

/** Key of a pass's plate once all of its pictures are there. Passes with equal keys have equal plates. */
export const plateKey = (job: Job, pass: Pass): string => planPass(KEYS_ONLY, job, pass).plate.key;
