import { basePasses, isInRosette, passesOnBase } from '../document/separations.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { type FeedPart, isCoverage } from '../picture/feed-params.ts';
import { liftedLight } from '../picture/lifted-light.ts';
import type { Area, LightRows } from '../raster/area.ts';
import { keyOf, type Planned, planned } from '../raster/planned.ts';
import type { Plate } from '../raster/plate.ts';
import { lastReads } from '../raster/shared-reads.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { type RepeatRegion, repeatPlane } from '../repeat/region.ts';
import { planScreen } from '../screen/compile-screen.ts';
import { type CompiledScreen, type Plater, takesColours, type ToneInput } from '../screen/compiled.ts';
import type { PlannedScreen } from '../screen/families/index.ts';
import type { LaidStones } from '../stones/lay.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { isWorn, wornPlate } from '../wear/worn-plate.ts';
import { basePlate } from './base-plate.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';
import { type BendPlan, bentScreen, planBends } from './plan-bends.ts';
import { planLightBending } from './plan-bent-light.ts';
import { artworkTogether, ownerOf, planBaseArea, planLight } from './plan-light.ts';
import { planTones, type TonePlan } from './plan-tones.ts';
import { wrappedLight } from './plan-wrapped.ts';
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
  /** It repeats with a region of the sheet: areas are those of a plane that holds one repeat and some of those around it. */
  readonly repeat?: RepeatRegion | null;
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

/** The stones of a pass, which are laid when they are first asked for. */
export interface PlannedStones {
  /** Equal keys mean equal stones. */
  readonly key: string;
  regionOf(fill: Fill): number;
  of(fill: Fill): LaidStones;
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
const colourLights = (
  { feed: { part } }: Fill,
  light: Planned<LightRows>,
  of: (part: FeedPart) => Planned<LightRows>,
) => (part === 'colour' ? (['r', 'g', 'b'] as const).map(of) : [light]);

/** Light of artwork without the white that its clear parts were mixed with. */
const lifted = (env: PrintEnv, light: Planned<LightRows>, clear: Planned<LightRows>): Planned<LightRows> =>
  planned('lifted', null, [light, clear], (_, [own, alpha]) => liftedLight(env.kernels, own.read, alpha.read));

/** Whether the ink of a fill lies on a base. */
const onBase = (job: Job, { feed }: Fill): boolean =>
  feed.part === 'ink' && feed.separation !== null && basePasses(job, feed.separation).length > 0;

/** The plate of a base: its own, and what the inks above it print, inside the art. */
function planBasePlate(
  own: Planned<Plate>,
  inside: Planned<LightRows> | null,
  inks: readonly Pick<PassPlan, 'plate'>[],
): Planned<Plate> {
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
  readonly bends: BendPlan | null;
}

/** Plans picture, tone and screen of a fill. `finished`: whether its tones are finished before they are screened. */
export function planChain(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  fill: Fill,
  { gain = 0, draft = false, repeat = null, finished }: PrintHow & { readonly finished: boolean },
): ChainPlan {
  const { caches = NO_CACHES } = env;
  const screen = planScreen(job.sheet, fill.screen, pixelsOf(env, job), isInRosette(job, pass, fill));
  const bends = planBends(env, job, fill);
  const bending = planLightBending(env, job, fill, bends, draft);
  const partOf = (part: FeedPart) => wrappedLight(env, bending.plan(planLight(env, job, { pass, fill }, part)), repeat);
  const picked = partOf(fill.feed.part);
  const light: Planned<LightRows> =
    caches.light === NO_CACHES.light
      ? picked
      : { key: picked.key, read: (area) => caches.light(picked.key, area, () => picked.read(area)) };
  const mixed = takesColours(screen.prints) ? colourLights(fill, light, partOf) : [];
  // What is coverage already has no alpha of its own.
  const clear = screen.prints.artwork && !isCoverage(fill.feed.part) ? partOf('alpha') : null;
  const colours = clear ? mixed.map((own) => lifted(env, own, clear)) : mixed;
  const together = () => (clear && !bending.any && !repeat ? artworkTogether(env, job, fill) : null);
  const finish = finished ? { gain } : null;
  const tones = planTones(env, { job, fill, screen, bends, repeat, light, colours, clear, together, finish });
  return { fill, light, tones, screen, bends };
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
 * the edges of its stencil itself; whoever gives it has it in the key of what is made of the plan. `stones`: those of its
 * pass, for a screen of stones.
 */
export function planFill(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  fill: Fill,
  how: PrintHow = {},
  within: ToneInput['within'] = null,
  stones: PlannedStones | null = null,
): PassPlan {
  const { draft = false, piecemeal = false, repeat = null } = how;
  const { caches = NO_CACHES } = env;
  const chain = planChain(env, job, pass, fill, { ...how, finished: true });
  const { light, tones: plan, screen, bends } = chain;
  const { width, height } = repeat ? repeatPlane(repeat) : sheetPixels(job.sheet);

  type Made = { readonly input: ToneInput; readonly plater: Plater; readonly compiled: CompiledScreen };
  let made: Made | null = null;
  function ready(): Made {
    if (made) return made;
    const compiled = bentScreen(env, screen, draft, { bends, repeat });
    const input = { ...plan.input(compiled, piecemeal), within, stones: stones?.of(fill) ?? null };
    made = { input, plater: compiled.plater(input), compiled };
    return made;
  }
  // Without the bends, for areas that they leave alone.
  const unmovedKey = keyOf('unmoved', { sheet: { width, height }, draft, piecemeal }, [plan, screen]);
  let unmovedAs: { readonly how: string; readonly key: string } | null = null;
  function plateOver(area: Area): Plate {
    const { plater, compiled } = ready();
    // What happens at the edges of a stencil is not in the key, and of a repeat nothing is left alone.
    const how = within || repeat || !compiled.unmoved ? null : compiled.unmoved(area);
    if (how === null) return plater.plate(area);
    // One string for all areas: a new one is hashed anew each time.
    unmovedAs = unmovedAs?.how === how ? unmovedAs : { how, key: `${how} ${unmovedKey}` };
    return caches.unmoved(unmovedAs.key, area, () => plater.plate(area));
  }
  const plateInputs = {
    ...(stones ? { region: stones.regionOf(fill) } : {}),
    sheet: { width, height },
    bends: bends?.lattice ?? null,
    ...(repeat ? { repeat } : {}),
  };
  // Stones have read what they need of the picture when they are laid.
  const from = stones ? [stones, screen] : [plan, screen];
  const whole: Planned<Plate> = planned('plate', plateInputs, from, () => plateOver);
  // Of a palette or artwork no value is bare stock: its wear is part of its stencil.
  const own = takesColours(screen.prints) ? whole : planWorn(job, fill, whole);
  /** A plate that is read twice, for its pass and for the base under it, is made once. */
  const readOnce = (plate: Planned<Plate>): Planned<Plate> => {
    const owner = ownerOf(env, job, fill);
    const key = `plate ${draft} ${piecemeal} ${plate.key}`;
    return owner ? { key: plate.key, read: lastReads(owner, key, plate.read) } : plate;
  };
  const planInside = (): Planned<LightRows> | null => {
    const area = planBaseArea(env, job, fill);
    return area && wrappedLight(env, planLightBending(env, job, fill, bends, draft).plan(area), repeat);
  };
  const inks = passesOnBase(job, fill)
    .filter((p) => !printsOf(p).palette && !printsOf(p).artwork)
    .map((p) => planInk(env, job, p, { draft, piecemeal, repeat }));
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
    plate: inks.length > 0 ? planBasePlate(own, planInside(), inks) : onBase(job, fill) ? readOnce(own) : own,
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
