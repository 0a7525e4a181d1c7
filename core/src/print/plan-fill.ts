import { bendInputs, bendMap } from '../bend/index.ts';
import { basePasses, isInRosette, passesOnBase } from '../document/separations.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { isCoverage } from '../picture/feed-params.ts';
import { liftedLight } from '../picture/lifted-light.ts';
import type { Area, LightRows } from '../raster/area.ts';
import { type Planned, planned } from '../raster/planned.ts';
import type { Plate } from '../raster/plate.ts';
import { lastReads } from '../raster/shared-reads.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { planScreen } from '../screen/compile-screen.ts';
import { type CompiledScreen, type Plater, takesColours, type ToneInput } from '../screen/compiled.ts';
import type { PlannedScreen } from '../screen/families/index.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { isWorn, wornPlate } from '../wear/worn-plate.ts';
import { basePlate } from './base-plate.ts';
import { bentPlater } from './bent-plater.ts';
import { compiledScreen } from './compiled-screen.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';
import { artworkTogether, ownerOf, planBaseArea, planLight } from './plan-light.ts';
import { planTones, type TonePlan } from './plan-tones.ts';
import { printsOf } from './plate-values.ts';

/** How a pass is printed, where that is not as plates are made. */
export interface PrintHow {
  /** With a quick and coarser screen, for a picture while something is dragged. */
  readonly draft?: boolean;
  /**
   * Methods that need all rows above treat each area as a sheet of its own: a first picture, of the same kind but
   * not made of the pixels of the plate.
   */
  readonly piecemeal?: boolean;
  /** Dot gain of the press at 50 %, for a look at the pressed print. */
  readonly gain?: number;
}

/** A pass made ready: every reading of it with its key. Nothing is computed before the first area is read. */
export interface PassPlan {
  /** What leaves the Picture station: light over an area. */
  readonly light: Planned<LightRows>;
  /** What the screen compares: tones 0..65535 over an area; `to` writes them straight into kernel memory. */
  readonly tones: Planned<Uint16Array> & { to(area: Area, out: number): void };
  /** What leaves the Screen and Bend stations: the plate over an area. */
  readonly plate: Planned<Plate>;
  readonly screen: PlannedScreen;
  /** Compiles the screen now, which otherwise happens with the first plate. */
  prepare(): void;
  /** Work on the whole sheet that comes before the first row, in steps that yield the share done, 0..1. */
  begin(): Generator<number, void>;
  /** Gives back the kernel memory that the plan holds. */
  release(): void;
}

/** Names the pixels of a picture of the job: its hash, or a name of its own while they are not there. */
function pixelsOf(env: PrintEnv, job: Job): (id: string) => string | null {
  return (id) => {
    const hash = job.pictures.find((p) => p.id === id)?.hash;
    if (!hash) return null;
    return env.pictures(hash) ? hash : `missing ${hash}`;
  };
}

/** The light of a fill's colours: red, green and blue of a whole picture, its one part otherwise. */
function colourLights(env: PrintEnv, job: Job, pass: Pass, fill: Fill, light: Planned<LightRows>) {
  if (fill.feed.part !== 'colour') return [light];
  return (['r', 'g', 'b'] as const).map((part) => planLight(env, job, { pass, fill }, part));
}

/** Where the picture of a fill is clear; null for what has no alpha of its own. */
function planClear(env: PrintEnv, job: Job, pass: Pass, fill: Fill): Planned<LightRows> | null {
  return isCoverage(fill.feed.part) ? null : planLight(env, job, { pass, fill }, 'alpha');
}

/** Light of artwork without the white that its clear parts were mixed with. */
const lifted = (env: PrintEnv, light: Planned<LightRows>, clear: Planned<LightRows>): Planned<LightRows> =>
  planned('lifted', null, [light, clear], (_, [own, alpha]) => liftedLight(env.kernels, own.read, alpha.read));

/** Whether the ink of a fill lies on a base. */
const onBase = (job: Job, { feed }: Fill): boolean =>
  feed.part === 'ink' && feed.separation !== null && basePasses(job, feed.separation).length > 0;

/** The plate of a base: its own, and what the inks above it print, inside the art. */
function planBasePlate(
  env: PrintEnv,
  job: Job,
  fill: Fill,
  own: Planned<Plate>,
  inks: readonly Pick<PassPlan, 'plate'>[],
): Planned<Plate> {
  const inside = planBaseArea(env, job, fill);
  const from = [own, ...inks.map((ink) => ink.plate), ...(inside ? [inside] : [])];
  return planned('base plate', { inks: inks.length, choked: inside !== null }, from, () => (area) => {
    const above = inks.map((ink) => ink.plate.read(area));
    return basePlate(own.read(area), above, inside?.read(area) ?? null);
  });
}

/** The chain of a fill from its picture to its tones, wherever its stencil lets it print. */
export interface ChainPlan {
  readonly fill: Fill;
  readonly light: Planned<LightRows>;
  readonly tones: TonePlan;
  readonly screen: PlannedScreen;
  readonly bends: ReturnType<typeof bendInputs>;
}

/** Plans picture, tone and screen of a fill. `finished`: whether its tones are finished before they are screened. */
export function planChain(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  fill: Fill,
  { gain, finished }: { readonly gain: number; readonly finished: boolean },
): ChainPlan {
  const { caches = NO_CACHES } = env;
  const screen = planScreen(job.sheet, fill.screen, pixelsOf(env, job), isInRosette(job, pass, fill));
  const picked = planLight(env, job, { pass, fill });
  const light: Planned<LightRows> =
    caches.light === NO_CACHES.light
      ? picked
      : { key: picked.key, read: (area) => caches.light(picked.key, area, () => picked.read(area)) };
  const mixed = takesColours(screen.prints) ? colourLights(env, job, pass, fill, light) : [];
  const clear = screen.prints.artwork ? planClear(env, job, pass, fill) : null;
  const colours = clear ? mixed.map((own) => lifted(env, own, clear)) : mixed;
  const together = () => (clear ? artworkTogether(env, job, fill) : null);
  const finish = finished ? { gain } : null;
  const tones = planTones(env, { job, fill, screen, light, colours, clear, together, finish });
  return { fill, light, tones, screen, bends: bendInputs(fill.bend) };
}

/** Makes plates of tones by a compiled screen, at bent places if there are bends. */
export function platerOf(
  compiled: CompiledScreen,
  input: ToneInput,
  { bends }: Pick<ChainPlan, 'bends'>,
  { sheet }: Job,
): Plater {
  const map = bendMap(bends, { ...sheetPixels(sheet), ppi: sheet.ppi });
  return map && compiled.thresholds ? bentPlater(compiled.thresholds, map, input) : compiled.plater(input);
}

/** The plate of a fill without what wear took. */
export function planWorn({ sheet }: Job, { wear }: Fill, plate: Planned<Plate>): Planned<Plate> {
  if (!isWorn(wear)) return plate;
  const perMm = sheet.ppi / MM_PER_INCH;
  return planned(
    'worn',
    { wear, perMm },
    [plate],
    (own, [read]) =>
      (area) =>
        wornPlate(read.read(area), area, own.wear, own.perMm),
  );
}

/** The plate of the separated ink of a pass, for the base under it. */
function planInk(env: PrintEnv, job: Job, pass: Pass, how: PrintHow): PassPlan {
  const ink = pass.fills.find(({ feed }) => feed.part === 'ink')!;
  return planFill(env, job, pass, ink, how);
}

/**
 * Plans a fill over the whole sheet, as if it had no stencil. `within` tells where it may print to a screen that sees to
 * the edges of its stencil itself; whoever gives it has it in the key of what is made of the plan.
 */
export function planFill(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  fill: Fill,
  how: PrintHow = {},
  within: ToneInput['within'] = null,
): PassPlan {
  const { draft = false, piecemeal = false, gain = 0 } = how;
  const chain = planChain(env, job, pass, fill, { gain, finished: true });
  const { light, tones: plan, screen, bends } = chain;
  const { width, height } = sheetPixels(job.sheet);

  let made: { readonly input: ToneInput; readonly plater: Plater } | null = null;
  function ready(): NonNullable<typeof made> {
    if (made) return made;
    const compiled = compiledScreen(env, screen, draft);
    const input = { ...plan.input(compiled, piecemeal), within };
    made = { input, plater: platerOf(compiled, input, chain, job) };
    return made;
  }
  const plateInputs = { sheet: { width, height }, bends };
  const whole: Planned<Plate> = planned(
    'plate',
    plateInputs,
    [plan, screen],
    () => (area) => ready().plater.plate(area),
  );
  // Of a palette or artwork no value is bare stock: its wear is part of its stencil.
  const own = takesColours(screen.prints) ? whole : planWorn(job, fill, whole);
  /** A plate that is read twice, for its pass and for the base under it, is made once. */
  const readOnce = (plate: Planned<Plate>): Planned<Plate> => {
    const owner = ownerOf(env, job, fill);
    const key = `plate ${draft} ${piecemeal} ${plate.key}`;
    return owner ? { key: plate.key, read: lastReads(owner, key, plate.read) } : plate;
  };
  const inks = passesOnBase(job, fill)
    .filter((p) => !printsOf(p).palette && !printsOf(p).artwork)
    .map((p) => planInk(env, job, p, { draft, piecemeal }));
  return {
    light,
    tones: {
      key: plan.key,
      read: (area) => ready().input.tones(area),
      to(area, out) {
        const { tones, kernels } = ready().input;
        if (tones.to) {
          tones.to(area, out);
          return;
        }
        // Reading may move the memory of the kernels: the view of it comes after.
        const values = tones(area);
        new Uint16Array(kernels.run.memory.buffer, out).set(values);
      },
    },
    plate: inks.length > 0 ? planBasePlate(env, job, fill, own, inks) : onBase(job, fill) ? readOnce(own) : own,
    screen,
    prepare() {
      ready();
      for (const ink of inks) ink.prepare();
    },
    *begin() {
      const { begin } = ready().plater;
      if (begin) yield* begin();
    },
    release() {
      for (const ink of inks) ink.release();
      made?.plater.release();
      made = null;
    },
  };
}
