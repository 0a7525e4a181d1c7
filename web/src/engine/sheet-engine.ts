import {
  anyOutlines,
  type Area,
  byteCache,
  byteOfLight,
  type CompiledScreen,
  type Cover,
  FLAT,
  composeExact,
  countCache,
  createDisplayMeans,
  createKernels,
  cutPlate,
  everyCoverRow,
  everyRowOf,
  fillOf,
  goesDownwards,
  inkOfPlate,
  inkShares,
  isCoverage,
  type Job,
  type LightRows,
  memorySource,
  openBoard,
  type SharedMakes,
  sharedMakes,
  NO_CACHES,
  type Pass,
  type PassPlan,
  type PictureLookup,
  type PictureSource,
  type Plate,
  planLight,
  planPass,
  planSurface,
  plateKey,
  type PrintCaches,
  type PrintEnv,
  prepareShared,
  prepareTables,
  printingPasses,
  remember,
  type RunMask,
  runBytes,
  sheetPixels,
  type Surface,
  surfaceKey,
  type SurfaceMap,
  type ToneTables,
} from '@chromatype/core';
import { everyLightRow } from './light-rows.ts';
import { ShortNames } from './short-names.ts';
import { equalPlates, ShownSlabs } from './shown-slabs.ts';
import type { PictureBuffer } from './picture-buffer.ts';
import { changesOnPress, platePressed } from './pressed.ts';
import { type ExactPixels, printedJob, type Slab, shownAs } from './slab.ts';
import { grownView, visibleSheet } from './view.ts';

/** Size of a block in sheet pixels: results are cached by blocks. */
export const BLOCK_WIDTH = 512;
export const BLOCK_HEIGHT = 256;
const LIGHT_BYTES = 160e6;
const PLATE_BYTES = 128e6;
/** Masks of whole rasters that stencils are made of. */
const MASK_BYTES = 64e6;
/** Covers of stencils over blocks: while a tone is dragged, where it prints stays. */
const COVER_BYTES = 96e6;
/** Maps of textures and finishes over blocks: they stay whatever is printed. */
const SURFACE_BYTES = 64e6;
const SCREEN_BYTES = 96e6;
const WHOLE_BYTES = 400e6;
/** Plans of twelve passes, as first pictures and settled, and of the states that a hand goes through. */
const PLANS = 48;

/** Names the place of an area. */
const placeOf = ({ x, y, width, height }: Area): string => `${x} ${y} ${width} ${height}`;

/** Prints passes over blocks of the sheet and caches what leaves each station. One for each worker. */
export class SheetEngine {
  readonly kernels = createKernels();
  private readonly pictures = new Map<string, PictureSource>();
  /** Reduced copies, by the hash of their picture. */
  private readonly copies = new Map<string, PictureSource>();
  private readonly lights = byteCache<LightRows>(LIGHT_BYTES, (rows) => rows.data.byteLength);
  private readonly plates = byteCache<Plate>(PLATE_BYTES, (plate) => plate.data.byteLength);
  private readonly screens = byteCache<CompiledScreen>(SCREEN_BYTES, (screen) => screen.bytes);
  /** Plates that were made as a whole elsewhere, of methods that go from the top downwards. */
  private readonly wholes = byteCache<Plate>(WHOLE_BYTES, (plate) => plate.data.byteLength);
  private readonly tables = countCache<ToneTables>(PLANS);
  private readonly covers = byteCache<{ readonly cover: Cover }>(COVER_BYTES, ({ cover }) =>
    typeof cover === 'number' ? 64 : cover.byteLength,
  );
  private readonly surfaces = byteCache<{ readonly map: SurfaceMap }>(SURFACE_BYTES, ({ map }) =>
    typeof map === 'number' ? 64 : map.byteLength,
  );
  private readonly masks = byteCache<RunMask>(MASK_BYTES, runBytes);
  private readonly lasts = byteCache<Plate>(PLATE_BYTES, (plate) => plate.data.byteLength);
  private readonly shown = new ShownSlabs();
  private readonly plans = countCache<PassPlan>(PLANS, (plan) => plan.release());
  private readonly names = new ShortNames();

  private board: SharedMakes | undefined;

  /** Shares compiled screens and tables with the other workers by way of memory that all of them have. */
  useBoard(board: SharedArrayBuffer, turn: number): void {
    this.board = sharedMakes(openBoard(board), turn);
    this.env = { ...this.env, caches: { ...this.caches, shared: this.board } };
  }

  private readonly caches: PrintCaches = {
    light: (key, area, make) => this.light(key, area, make),
    screen: (key, make) => remember(this.screens, key, make),
    tables: (key, make) => remember(this.tables, key, make),
    mask: (key, make) => remember(this.masks, key, make),
    cover: (key, area, make) => this.cover(key, area, make),
    surface: (key, area, make) =>
      remember(this.surfaces, `${this.names.of(key)} ${placeOf(area)} ${area.step}`, () => ({ map: make() })).map,
    unmoved: (key, area, make) =>
      remember(this.plates, `unmoved ${this.names.of(key)} ${placeOf(area)} ${area.step}`, make),
  };

  addPicture({ hash, width, height, channels, buffer, copyOf }: PictureBuffer): void {
    const source = memorySource(width, height, channels, new Uint8Array(buffer));
    this.pictures.set(hash, source);
    if (copyOf) this.copies.set(copyOf, source);
  }

  /** A picture, or its reduced copy where that is enough; null when neither is there. */
  smaller(hash: string): PictureSource | null {
    return this.copies.get(hash) ?? this.lookup(hash);
  }

  /** Takes pixels of this worker's own under a name. */
  addSource(name: string, source: PictureSource): void {
    this.pictures.set(name, source);
  }

  dropPicture(hash: string): void {
    this.pictures.delete(hash);
  }

  readonly lookup: PictureLookup = (hash) => this.pictures.get(hash) ?? null;

  private env: PrintEnv = { kernels: this.kernels, pictures: this.lookup, caches: this.caches };

  /** For prints of other sizes and pictures: they share the compiled screens and nothing else. */
  sampleEnv(pictures: PictureLookup = this.lookup): PrintEnv {
    return {
      kernels: this.kernels,
      pictures,
      caches: {
        ...NO_CACHES,
        screen: this.caches.screen,
        mask: this.caches.mask,
        cover: this.caches.cover,
        surface: this.caches.surface,
        shared: this.board,
      },
    };
  }

  private light(key: string, area: Area, make: () => LightRows): LightRows {
    const at = `${this.names.of(key)} ${placeOf(area)}`;
    const whole = this.lights.get(`${at} 1`);
    if (whole && area.step === 1) return whole;
    return remember(this.lights, `${at} ${area.step}`, () => (whole ? everyLightRow(whole, area) : make()));
  }

  private cover(key: string, area: Area, make: () => Cover): Cover {
    const at = `${this.names.of(key)} ${placeOf(area)}`;
    const whole = this.covers.get(`${at} 1`);
    if (whole) return everyCoverRow(whole.cover, area);
    return remember(this.covers, `${at} ${area.step}`, () => ({ cover: make() })).cover;
  }

  /** The plan of a pass, from the cache if an equal one is there: then what it has set up is there too. */
  private plan(job: Job, pass: Pass, draft: boolean): PassPlan {
    const plan = planPass(this.env, job, pass, { draft, piecemeal: true });
    return remember(this.plans, `${draft}${plan.plate.key}`, () => plan);
  }

  /**
   * Makes what a job needs before a pixel is printed, by way of the board for all workers: the tables of its separations
   * or the compiled screens of its passes.
   */
  prepare(job: Job, what: 'tables' | 'screens'): void {
    if (what === 'tables') prepareTables(this.env, job);
    else for (const pass of printingPasses(job)) this.prepareScreens(job, pass);
  }

  /** Compiles the screens of a pass. Outlines have none, and another thread at work only slows down those who lay them. */
  private prepareScreens(job: Job, pass: Pass): void {
    if (!anyOutlines({ ...job, passes: [pass] })) this.plan(job, pass, false).prepare();
  }

  /** Takes a plate that was made as a whole. */
  addWhole(key: string, plate: Plate): void {
    this.wholes.set(key, plate);
  }

  /** Reads the plates of the printing passes of a job over any block of the sheet. */
  private platesOf(job: Job, draft: boolean, press = false): (area: Area) => Plate[] {
    const passes = printingPasses(job);
    const plans = passes.map((pass) => this.plan(job, pass, draft));
    prepareShared(this.env, job, plans);
    const readers = passes.map((pass, k) => this.plateReader(job, pass, plans[k]!, draft, press));
    return (area) => readers.map((read) => read(area));
  }

  private plateReader(job: Job, pass: Pass, plan: PassPlan, draft: boolean, press: boolean): (area: Area) => Plate {
    const { key } = plan.plate;
    const whole = this.wholes.get(key);
    const cut = whole && ((a: Area) => cutPlate(whole, a.x, a.y, a.width, a.height, a.step));
    // A method that goes downwards is shown piecemeal until its plate is there.
    const piecemeal = !whole && goesDownwards(job, pass);
    const first = draft || piecemeal ? 'draft ' : '';
    if (press && changesOnPress(pass)) {
      const name = this.names.of(`${first}${JSON.stringify(pass.ink.press)}${key}`);
      return (area) =>
        remember(this.plates, `${name} ${area.x} ${area.y} ${area.step}`, () =>
          platePressed(this.sampleEnv(), job, pass, area, draft, cut ?? null),
        );
    }
    if (cut) return cut;
    const [name, settled] = [this.names.of(`${first}${key}`), this.names.of(key)];
    return (area) =>
      remember(this.plates, `${name} ${area.x} ${area.y} ${area.step}`, () => {
        // Where the settled plate is cached a first picture takes its rows.
        const known = draft ? this.plates.get(`${settled} ${area.x} ${area.y} 1`) : undefined;
        return known ? everyRowOf(known, area.step) : plan.plate.read(area);
      });
  }

  /** Blocks of the sheet that lie under a slab. */
  private blocks({ job, view, first, rows, step }: Slab): Area[] {
    const { width, height } = sheetPixels(job.sheet);
    // Display pixels see what lies a little beside them.
    const part = { ...view, originY: view.originY + first, height: rows };
    const seen = visibleSheet(view.scale < 1 ? grownView(part, 1) : part, { width, height });
    const areas: Area[] = [];
    if (!seen) return areas;
    for (let y = cornerOf(seen.y, BLOCK_HEIGHT); y < seen.y + seen.height; y += BLOCK_HEIGHT) {
      for (let x = cornerOf(seen.x, BLOCK_WIDTH); x < seen.x + seen.width; x += BLOCK_WIDTH) {
        areas.push({ x, y, width: Math.min(BLOCK_WIDTH, width - x), height: Math.min(BLOCK_HEIGHT, height - y), step });
      }
    }
    return areas;
  }

  /** A slab at a scale below 1, as RGBA: each display pixel the average of the print under it. */
  reduced(slab: Slab): Uint8ClampedArray<ArrayBuffer> {
    const { view, draft, first, rows, press } = slab;
    const { sheet, passes } = shownAs(slab);
    const platesOver = this.platesOf(printedJob(slab), draft, press);
    const surface = this.surfaceOf(slab);
    const made = (read: (area: Area, k: number) => readonly Plate[]) => {
      const means = createDisplayMeans(this.kernels, sheet, passes, { ...view, first, rows, soft: true }, surface);
      for (const [k, area] of this.blocks(slab).entries()) means.add(area, read(area, k));
      return means.rgba();
    };
    if (!draft && !press) {
      const plates = this.blocks(slab).map((area) => this.lastOf(area, passes, platesOver(area)));
      const looks = passes.map(({ ink, colouring }) => [ink, colouring]);
      const shown = this.shown.keyOf([view, first, rows, sheet, looks, surfaceKey(surface)], plates);
      return this.shown.get(shown, () => made((_, k) => plates[k]!));
    }
    return made(platesOver);
  }

  /** What a slab shows besides its plates: film shows nothing else. */
  private surfaceOf({ job, film, press }: Slab): Surface {
    return film ? FLAT : planSurface(this.env, job, press);
  }

  /**
   * The plates of a block, each as the one that was last there if they are equal: a tone that is dragged in one stencil
   * leaves most of the sheet as it was.
   */
  private lastOf(area: Area, passes: readonly Pass[], plates: readonly Plate[]): readonly Plate[] {
    return plates.map((plate, k) => {
      const at = `${passes[k]!.id} ${area.x} ${area.y}`;
      const last = this.lasts.get(at);
      if (last && equalPlates(last, plate)) return last;
      this.lasts.set(at, plate);
      return plate;
    });
  }

  /** The printed pixels of the blocks under a slab themselves, for scales from 1 on. */
  exact(slab: Slab): ExactPixels[] {
    const { draft, press } = slab;
    const { sheet, passes } = shownAs(slab);
    const platesOver = this.platesOf(printedJob(slab), draft, press);
    const surface = this.surfaceOf(slab);
    return this.blocks({ ...slab, step: 1 }).map((area) => ({
      ...area,
      rgba: composeExact(this.kernels, sheet, passes, platesOver(area), area, surface),
    }));
  }

  /**
   * What leaves the Picture station over an area, read from a given picture: sRGB bytes of grey, or where that is
   * coverage already bytes that are 255 · (1 − coverage), so that darkness is coverage.
   */
  lightOf(job: Job, pass: Pass, source: PictureSource | null, area: Area): Uint8Array {
    const fill = fillOf(pass);
    const env = this.sampleEnv(() => source);
    return lightBytes(planLight(env, job, { pass, fill }).read(area), isCoverage(fill.feed.part));
  }

  /** The same of a pass that takes the print so far. */
  lightOfPrint(job: Job, pass: Pass, area: Area): Uint8Array {
    const plan = planPass(this.sampleEnv(), job, pass, { draft: true, piecemeal: true });
    const light = plan.light.read(area);
    plan.release();
    return lightBytes(light, isCoverage(fillOf(pass).feed.part));
  }

  /** The plate of one pass over any area, as it is shown. */
  plateOver(job: Job, pass: Pass, area: Area): Plate {
    const whole = this.wholes.get(plateKey(job, pass));
    return whole
      ? cutPlate(whole, area.x, area.y, area.width, area.height, area.step)
      : this.plan(job, pass, false).plate.read(area);
  }

  /** How much ink a pass prints in a part of the sheet, in whole pixels. Only its compiled screen and its covers are cached. */
  inkOf(job: Job, pass: Pass, area: Area): number {
    const shares = inkShares(pass);
    const whole = this.wholes.get(plateKey(job, pass));
    if (whole) return inkOfPlate(cutPlate(whole, area.x, area.y, area.width, area.height, 1), shares);
    const plan = planPass(this.sampleEnv(), job, pass, { piecemeal: true });
    const ink = inkOfPlate(plan.plate.read(area), shares);
    plan.release();
    return ink;
  }
}

/** Codes of light as bytes: sRGB, or of what is coverage already 255 · (1 − coverage). */
function lightBytes({ depth, data }: LightRows, coverage: boolean): Uint8Array {
  if (depth === 8) return data as Uint8Array;
  return Uint8Array.from(
    data,
    coverage ? (code: number) => Math.round(code / 257) : (code: number) => byteOfLight(code / 65535),
  );
}

const cornerOf = (at: number, side: number): number => Math.floor(at / side) * side;
