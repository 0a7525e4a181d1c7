import { printingFills } from '../document/fills.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { clockwise, type Outline } from '../marks/outline.ts';
import { traceCover } from '../marks/trace.ts';
import { ofPaths } from '../marks/unite.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { countCache, remember } from '../memory/cache.ts';
import { keyOf, type Planned } from '../raster/planned.ts';
import type { Plate } from '../raster/plate.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { screenTraits } from '../screen/compile-screen.ts';
import { normalsOf, settingsInUse } from '../settings/params.ts';
import { stencilArt } from '../stencil/art.ts';
import type { PlannedCover } from '../stencil/edges.ts';
import { type Layout, layStones, type StoneRegion } from '../stones/lay.ts';
import type { PictureLook } from '../stones/look.ts';
import { NO_ART, type StoneArt, StoneError } from '../stones/outline/art.ts';
import { unitedPaths } from '../stones/outline/paths.ts';
import { stoneWayOf } from '../stones/ways/index.ts';
import { readsPicture, STONE_PARAMS, type StoneSettings } from '../stones/params.ts';
import type { PrintEnv } from './env.ts';
import { coverPlanner, partsAsked } from './plan-cover.ts';
import { type PlannedStones, planChain } from './plan-fill.ts';

/** Something that is made when it is first asked for. */
interface Later<T> {
  readonly key: string;
  make(): T;
}

const later = <T>(key: string, make: () => T): Later<T> => {
  let made: { readonly value: T } | null = null;
  return {
    key,
    make() {
      made ??= { value: make() };
      return made.value;
    },
  };
};

/** Whether a fill prints stones. */
export const printsStones = ({ screen }: Pick<Fill, 'screen'>, ppi: number): boolean =>
  screenTraits(screen, ppi).stones ?? false;

/** The fills of a pass that print stones, in their order: the regions of its layout. */
export const stoneFills = (pass: Pick<Pass, 'fills'>, ppi: number): readonly Fill[] =>
  printingFills(pass).filter((fill) => printsStones(fill, ppi));

/** Pixels an inch that are fine enough for the edges of stones: a cover of more is averaged. */
const TRACED_PPI = 150;
/** Numbers a pixel in which edges are traced. */
const PER_PIXEL = 1000;

/** The edge of a cover in mm: its pixels, averaged to what is fine enough, followed by straight lines. */
function tracedArt(cover: PlannedCover, { sheet }: Pick<Job, 'sheet'>): StoneArt {
  const { width, height } = sheetPixels(sheet);
  const times = Math.max(1, Math.floor(sheet.ppi / TRACED_PPI));
  const [columns, rows] = [Math.ceil(width / times), Math.ceil(height / times)];
  const mean = new Uint8Array(columns * rows);
  const sums = new Float64Array(columns);
  for (let row = 0; row < rows; row++) {
    const lines = Math.min(times, height - row * times);
    const read = cover.read({ x: 0, y: row * times, width, height: lines, step: 1 });
    if (typeof read === 'number') {
      mean.fill(read, row * columns, (row + 1) * columns);
      continue;
    }
    sums.fill(0);
    for (let k = 0; k < width * lines; k++) sums[Math.floor((k % width) / times)]! += read[k]!;
    for (let c = 0; c < columns; c++)
      mean[row * columns + c] = Math.round(sums[c]! / (lines * Math.min(times, width - c * times)));
  }
  const perPixel = MM_PER_INCH / (sheet.ppi / times);
  const paths = ofPaths(traceCover(mean, columns, rows, 0, 0, PER_PIXEL), PER_PIXEL);
  const inMm = paths.map((p) => p.map((v) => v * perPixel - sheet.bleed));
  return { areas: clockwise(unitedPaths(inMm)), lines: [] };
}

/** The trimmed sheet as an outline. */
const trimmedSheet = ({ sheet: { width, height } }: Job): Outline => [
  Float64Array.of(0, 0, width, 0, width, height, 0, height),
];

/** The outlines that stones of a fill are laid in: those of its stencil, or the sheet. */
function planArt(env: PrintEnv, job: Job, fill: Fill, plates: (pass: Pass) => Planned<Plate>): Later<StoneArt> {
  if (fill.stencil === null) {
    const { width, height } = job.sheet;
    return later(keyOf('sheet', { width, height }, []), () => ({ areas: trimmedSheet(job), lines: [] }));
  }
  const stencil = job.stencils.find((s) => s.id === fill.stencil);
  if (!stencil) return later('no stencil', () => NO_ART);
  const covers = coverPlanner(env, job, plates);
  const cover = covers(stencil.id);
  return later(cover.key, () => {
    const { parts, edges } = stencil;
    const { flatness } = stoneWayOf(fill.screen.stones.way);
    return stencilArt({ parts, edges }, partsAsked(env, job, plates, covers), flatness) ?? tracedArt(cover, job);
  });
}

/** Pixels an inch in which a picture is looked at: half a millimetre is finer than any stone. */
const LOOK_PPI = 50.8;

/** Whether a region reads tones, and not colours alone. */
const readsTones = ({ way, takes, filling }: StoneSettings): boolean =>
  (way === 'picture' && takes === 'size') || (way === 'packed' && filling === 'tone');

/** A fill's picture in few pixels: its colours, and its tones where they count. */
function planLook(env: PrintEnv, job: Job, pass: Pass, fill: Fill): Later<PictureLook> {
  const small: Job = { ...job, sheet: { ...job.sheet, ppi: LOOK_PPI } };
  const { screen } = fill;
  // Artwork is read by its colours alone, so that tones are no part of what it depends on.
  const seen = readsTones(screen.stones)
    ? screen
    : ({ ...screen, family: 'smooth', smooth: { takes: 'picture' } } as const);
  const chain = planChain(env, small, pass, { ...fill, stencil: null, screen: seen }, { finished: true });
  const { width, height } = sheetPixels(small.sheet);
  return later(keyOf('look', { width, height, bleed: job.sheet.bleed }, [chain.tones]), () => {
    const compiled = chain.screen.compile({ draft: false, source: env.pictures });
    const input = chain.tones.input(compiled, false);
    const area = { x: 0, y: 0, width, height, step: 1 };
    return {
      width,
      height,
      perMm: LOOK_PPI / MM_PER_INCH,
      left: -job.sheet.bleed,
      top: -job.sheet.bleed,
      tones: readsTones(screen.stones) ? input.tones(area).slice() : new Uint16Array(width * height),
      lights: input.colours(area).slice(),
      clear: input.clear?.(area).slice() ?? null,
    };
  });
}

/** Layouts that a thread keeps. */
const MOST_KEPT = 8;
const kept = new WeakMap<Kernels, ReturnType<typeof countCache<Layout>>>();

/** A layout of a thread under its key, laid if it is not known. */
function keptLayout({ kernels }: PrintEnv, key: string, lay: () => Layout): Layout {
  const own = kept.get(kernels) ?? countCache<Layout>(MOST_KEPT);
  kept.set(kernels, own);
  return remember(own, key, lay);
}

/** A layout that is decided but not laid yet. */
export interface StonePlan extends PlannedStones {
  /** Fills of the regions, in their order. */
  readonly fills: readonly Fill[];
  /** The regions with their art, read when they are first asked for. */
  regions(): readonly StoneRegion[];
  layout(): Layout;
}

/**
 * Plans the stones of a pass: all of its fills that print stones are laid together, in their order. Null if none does.
 * @param plates plates of other passes, for stencils that are made of them
 */
export function planStones(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  plates: (pass: Pass) => Planned<Plate>,
): StonePlan | null {
  const fills = stoneFills(pass, job.sheet.ppi);
  if (fills.length === 0) return null;
  const { width, height, bleed, stock } = job.sheet;
  const { sizes, colours } = job.stones;
  const table = { sizes, colours };
  const seesCloth = ({ way, takes, leaveCloth }: StoneSettings) =>
    way === 'picture' && takes === 'colour' && leaveCloth;
  const cloth = fills.some(({ screen }) => seesCloth(screen.stones)) ? stock.colour : '#000000';
  const planned = fills.map((fill) => {
    const own = { ...normalsOf(STONE_PARAMS), ...settingsInUse(STONE_PARAMS, fill.screen.stones) } as StoneSettings;
    const { centreX, centreY, seed } = fill.screen;
    const { centre, chance } = screenTraits(fill.screen, job.sheet.ppi);
    return {
      own,
      // What a way of laying does not use is not in its key.
      centre: centre ? { x: centreX * width, y: centreY * height } : { x: 0, y: 0 },
      seed: chance ? seed : 0,
      art: planArt(env, job, fill, plates),
      look: readsPicture(own) ? planLook(env, job, pass, fill) : null,
    };
  });
  const key = keyOf(
    'stones',
    {
      table,
      cloth,
      sheet: { width, height, bleed },
      regions: planned.map(({ own, centre, seed, look }) => ({ own, centre, seed, look: look !== null })),
    },
    planned.flatMap(({ art, look }) => (look ? [art, look] : [art])),
  );
  const regions = later(key, () =>
    planned.map(({ own, centre, seed, art, look }): StoneRegion => {
      try {
        return { own, centre, seed, art: art.make(), look: look?.make() ?? null, fault: null };
      } catch (error) {
        if (!(error instanceof StoneError)) throw error;
        return { own, centre, seed, art: NO_ART, look: null, fault: error.message };
      }
    }),
  );
  const layout = (): Layout =>
    keptLayout(env, key, () =>
      layStones({
        table,
        regions: regions.make(),
        box: { left: -bleed, top: -bleed, right: width + bleed, bottom: height + bleed },
        cloth,
      }),
    );
  const regionOf = (fill: Fill) => fills.findIndex(({ id }) => id === fill.id);
  return {
    key,
    fills,
    regions: regions.make,
    layout,
    regionOf,
    of: (fill) => ({ table, region: regionOf(fill), layout }),
  };
}

/** Whether any pass of a job prints stones. */
export const anyStones = ({ passes, sheet: { ppi } }: Pick<Job, 'passes' | 'sheet'>): boolean =>
  passes.some((pass) => pass.on && stoneFills(pass, ppi).length > 0);
