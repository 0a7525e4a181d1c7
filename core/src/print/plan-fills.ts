import { passesOnBase } from '../document/separations.ts';
import { laysInk } from '../document/fill-params.ts';
import { printingFills } from '../document/fills.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import type { Area } from '../raster/area.ts';
import { type Planned, planned } from '../raster/planned.ts';
import type { Plate } from '../raster/plate.ts';
import { lastReads } from '../raster/shared-reads.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { repeatPlane } from '../repeat/region.ts';
import { type Plater, takesColours, type ToneInput, type ValueReader } from '../screen/compiled.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { isWorn, wornCover, wornPlate } from '../wear/worn-plate.ts';
import type { Cover } from '../stencil/cover.ts';
import type { PlannedCover } from '../stencil/edges.ts';
import { finishTones } from '../tone/finish.ts';
import { type Blended, blendFills, type Layer } from './blend-fills.ts';
import { combineArtwork } from './combine-artwork.ts';
import { barePlate, combinePlates, type GroupPlate, inkBits } from './combine-plates.ts';
import type { PrintEnv } from './env.ts';
import { coverPlanner } from './plan-cover.ts';
import { bentScreen } from './plan-bends.ts';
import { type ChainPlan, type PassPlan, planChain, planFill, type PrintHow } from './plan-fill.ts';
import { finishOf } from './plan-tones.ts';
import { planStones } from './plan-stones.ts';
import { wrappedCover } from './plan-wrapped.ts';
import { printsOf, valueMap } from './plate-values.ts';

/** Half of a pixel. */
const HALF = 128;

/** A fill as it takes part in the plate of its pass. */
interface PlannedLayer {
  readonly chain: ChainPlan;
  readonly cover: PlannedCover;
  /** NO_GROUP if it prints nothing of its own and only shades what lies under it. */
  readonly group: number;
}

const NO_GROUP = -1;

/** Values of the plate of a fill that scrapes: ink or none. */
const SCRAPED = Uint8Array.of(0, 1);

/** Fills of a pass whose tones blend and go through one screen, or one fill that is not made of tones alone. */
interface Group {
  readonly fill: Fill;
  readonly chain: ChainPlan;
  /** The plate of a fill that prints colours or lies under other inks, made without its stencil. */
  readonly whole: PassPlan | null;
}

/** The cover of a fill without a stencil. */
const EVERYWHERE: PlannedCover = planned('everywhere', null, [], () => (): Cover => 255);

/** Whether a fill's plate is made of more than its tones. */
const standsAlone = (job: Job, chain: ChainPlan): boolean =>
  takesColours(chain.screen.prints) ||
  (chain.screen.traits.outlines ?? false) ||
  (chain.screen.traits.stones ?? false) ||
  passesOnBase(job, chain.fill).length > 0;

/** What fills must have in common to go through one screen. */
const groupKey = ({ screen, bends, fill }: ChainPlan): string =>
  JSON.stringify([screen.key, bends?.lattice, isWorn(fill.wear) ? fill.wear : null, finishOf(fill, 0)]);

/** Plans the plate of a pass with several fills or stencils: fills of one screen blend their tones, so that they share one grid. */
export function planFills(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  how: PrintHow,
  passPlan: (pass: Pass) => PassPlan,
): Pick<PassPlan, 'plate' | 'prepare' | 'begin' | 'release'> {
  const { draft = false, piecemeal = false, gain = 0, repeat = null } = how;
  const others: PassPlan[] = [];
  const coverOf = coverPlanner(env, job, (other) => {
    const plan = passPlan(other);
    others.push(plan);
    return plan.plate;
  });
  const stones = planStones(env, job, pass, (other) => passPlan(other).plate);
  const groups: Group[] = [];
  const byKey = new Map<string, number>();
  const layers = printingFills(pass).map((fill): PlannedLayer => {
    const chain = planChain(env, job, pass, fill, { ...how, finished: false });
    const cover = fill.stencil === null ? EVERYWHERE : wrappedCover(coverOf(fill.stencil), repeat);
    if (fill.over === 'darkens' || fill.over === 'lightens') return { chain, cover, group: NO_GROUP };
    if (fill.over === 'scrapes') {
      groups.push({ fill, chain, whole: null });
      // What lies above is not scraped: it goes through its screen anew.
      byKey.clear();
      return { chain, cover, group: groups.length - 1 };
    }
    const alone = standsAlone(job, chain);
    const key = groupKey(chain);
    const known = alone ? undefined : byKey.get(key);
    if (known !== undefined) return { chain, cover, group: known };
    const group = groups.length;
    const within = (area: Area) => ready().blends[group]!(area)?.cover ?? 0;
    groups.push({ fill, chain, whole: alone ? planFill(env, job, pass, fill, how, within, stones) : null });
    if (!alone) byKey.set(key, group);
    return { chain, cover, group };
  });

  const prints = printsOf(pass);
  const size = repeat ? repeatPlane(repeat) : sheetPixels(job.sheet);
  const perMm = job.sheet.ppi / MM_PER_INCH;
  const levels = prints.palette ? Math.max(3, prints.values.length) : prints.values.length;
  const shares = prints.values.filter((v) => 'ink' in v).length;

  /** Fills as they are blended, set up when the first plate is read. */
  function blended(): readonly Layer[] {
    return layers.map(({ chain, cover, group }): Layer => {
      let tones: ValueReader | null = null;
      return {
        group,
        cover: lastReads({}, 'cover', cover.read),
        over: chain.fill.over,
        tones: (area) => {
          tones ??= chain.tones.input(
            bentScreen(env, chain.screen, draft, { bends: chain.bends, repeat }),
            piecemeal,
          ).tones;
          return tones(area);
        },
      };
    });
  }

  type Made = {
    readonly platers: readonly (Plater | null)[];
    readonly blends: readonly ((area: Area) => Blended | null)[];
  };
  let made: Made | null = null;
  function ready(): Made {
    if (made) return made;
    const set = blended();
    const blends = groups.map((_, g) => lastReads({}, 'blend', (area: Area) => blendFills(set, g, area)));
    const platers = groups.map(({ chain, fill, whole }, g) => {
      if (whole) return null;
      const compiled = bentScreen(env, chain.screen, draft, { bends: chain.bends, repeat });
      const finish = finishOf(fill, gain);
      const input: ToneInput = {
        ...chain.tones.input(compiled, piecemeal),
        codes: null,
        tones: (area) => {
          const blend = blends[g]!(area);
          return blend ? finishTones(blend.tones.slice(), finish) : bareTones(area);
        },
      };
      return compiled.plater(input);
    });
    made = { platers, blends };
    return made;
  }

  function plateOver(area: Area): Plate {
    const { platers, blends } = ready();
    const plates = groups.flatMap(({ chain, fill, whole }, g): GroupPlate[] => {
      const { traits, prints: own } = chain.screen;
      // Methods that carry tone from pixel to pixel must see all rows, also those on which they print nothing,
      // and whole marks may reach beyond the stencil.
      const carries = traits.order === 'downwards' || traits.keepsEdges;
      const blend = blends[g]!(area);
      if (!blend && !carries) return [];
      const plate = whole ? whole.plate.read(area) : wornPlate(platers[g]!.plate(area), area, fill.wear, perMm);
      // Whole marks may reach beyond the stencil.
      if (traits.keepsEdges) return [{ plate, values: valueMap(prints, own), cover: 255, least: 0, scrapes: false }];
      if (!blend) return [];
      const cover = takesColours(own) ? wornCover(blend.cover, area, fill.wear, perMm) : blend.cover;
      if (fill.over === 'scrapes')
        return [{ plate: inkBits(plate), values: SCRAPED, cover, least: carries ? 1 : 0, scrapes: true }];
      const least = whole ? HALF : carries ? 1 : 0;
      return [{ plate, values: valueMap(prints, own), cover, least, scrapes: false }];
    });
    if (prints.artwork) return combineArtwork(area, plates, prints, pass.ink.colour);
    return plates.length === 0 ? barePlate(area, levels) : combinePlates(area, plates, { levels, shares });
  }

  const inputs = {
    size,
    gain,
    prints,
    ink: prints.artwork && prints.values.length > 1 ? pass.ink.colour : null,
    fills: layers.map(({ chain, group }, k) => ({
      // Undermost ink lies over nothing.
      over: k === 0 && laysInk(chain.fill.over) ? null : chain.fill.over,
      group,
      ends: finishOf(chain.fill, gain),
      bends: chain.bends?.lattice ?? null,
      wear: isWorn(chain.fill.wear) && !chain.screen.prints.unworn ? { ...chain.fill.wear, perMm } : null,
    })),
  };
  const from = [
    ...layers.flatMap(({ chain, cover }) => [chain.screen, chain.tones, cover]),
    ...groups.flatMap(({ whole }) => (whole ? [whole.plate] : [])),
  ];
  const plate: Planned<Plate> = planned('fills', inputs, from, () => plateOver);
  return {
    plate,
    prepare() {
      ready();
      for (const { whole } of groups) whole?.prepare();
    },
    *begin() {
      for (const { whole } of groups) if (whole) yield* whole.begin();
    },
    release() {
      for (const plater of made?.platers ?? []) plater?.release();
      for (const { whole } of groups) whole?.release();
      for (const other of others) other.release();
      made = null;
    },
  };
}

const bareTones = ({ width, height, step }: Area): Uint16Array => new Uint16Array(width * Math.ceil(height / step));
