import {
  type Area,
  ByteCache,
  byteOfLight,
  type CompiledScreen,
  compilePass,
  cutPlate,
  composeExact,
  everyRowOf,
  createDisplayMeans,
  createKernels,
  createPassChain,
  createToneTables,
  inkOfPlate,
  inkShares,
  isCoverage,
  type Job,
  lightKey,
  type LightRows,
  memorySource,
  type Pass,
  type PassChain,
  passReader,
  type PictureSource,
  type Plate,
  plateKey,
  printingPasses,
  screenKey,
  sheetPixels,
  toneKey,
  type ToneTables,
} from '@chromatype/core';
import { everyLightRow } from './light-rows.ts';
import { type ExactPixels, printedJob, type Slab, shownAs } from './slab.ts';
import { changesOnPress, layTexture, platePressed } from './pressed.ts';
import { needsWhole } from './needs-whole.ts';
import type { PictureBuffer } from './picture-buffer.ts';
import { grownView, visibleSheet } from './view.ts';

/** Sheet pixels of a block: what is remembered, and what a change makes anew, goes by blocks. */
export const BLOCK_WIDTH = 512;
export const BLOCK_HEIGHT = 256;
const LIGHT_BYTES = 160e6;
const PLATE_BYTES = 64e6;
const WHOLE_BYTES = 400e6;
const CHAINS = 24;
const MOST_NAMES = 5000;

/** Runs passes over blocks of the sheet and remembers what leaves each station. One for each worker. */
export class SheetEngine {
  readonly kernels = createKernels();
  private readonly pictures = new Map<string, PictureSource>();
  private readonly lights = new ByteCache<LightRows>(LIGHT_BYTES, (rows) => rows.data.byteLength);
  private readonly plates = new ByteCache<Plate>(PLATE_BYTES, (plate) => plate.data.byteLength);
  private readonly screens = new ByteCache<CompiledScreen>(96e6, sizeOfScreen);
  /** Plates that were made as a whole elsewhere, of methods that go from the top downwards. */
  private readonly wholes = new ByteCache<Plate>(WHOLE_BYTES, (plate) => plate.data.byteLength);
  private readonly tables = new ByteCache<ToneTables>(CHAINS, () => 1);
  private readonly names = new Map<string, number>();
  private lastName = 0;
  private readonly chains = new ByteCache<PassChain>(
    CHAINS,
    () => 1,
    (chain) => chain.release(),
  );

  addPicture({ hash, width, height, channels, buffer }: PictureBuffer): void {
    this.pictures.set(hash, memorySource(width, height, channels, new Uint8Array(buffer)));
  }

  dropPicture(hash: string): void {
    this.pictures.delete(hash);
  }

  readonly lookup = (hash: string): PictureSource | null => this.pictures.get(hash) ?? null;

  compiled(job: Job, pass: Pass, draft: boolean): CompiledScreen {
    // What stands in for a tile that is still on its way is not remembered.
    const tile = pass.screen.family === 'tile' && job.pictures.find((p) => p.id === pass.screen.tile.picture);
    if (tile && !this.pictures.has(tile.hash ?? '')) return compilePass(job, pass, this.lookup, draft);
    return this.screens.take(`${draft}${screenKey(job, pass.screen)}`, () =>
      compilePass(job, pass, this.lookup, draft),
    );
  }

  private light(key: string, area: Area, read: (area: Area) => LightRows): LightRows {
    const at = `${this.short(key)} ${area.x} ${area.y} ${area.width} ${area.height}`;
    const whole = this.lights.get(`${at} 1`);
    if (whole && area.step === 1) return whole;
    return this.lights.take(`${at} ${area.step}`, () => (whole ? everyLightRow(whole, area) : read(area)));
  }

  private chain(job: Job, pass: Pass, draft: boolean, plate = plateKey(job, pass)): PassChain {
    return this.chains.take(`${draft}${plate}`, () => {
      const key = lightKey(job, pass);
      return createPassChain({
        kernels: this.kernels,
        job,
        pass,
        pictures: this.lookup,
        compiled: this.compiled(job, pass, draft),
        tables: this.tables.take(toneKey(pass), () => createToneTables(pass)),
        light: (area, read) => this.light(key, area, read),
        piecemeal: true,
      });
    });
  }

  /** A short name for a long key. */
  private short(key: string): number {
    const known = this.names.get(key);
    if (known !== undefined) return known;
    if (this.names.size >= MOST_NAMES) this.names.clear();
    this.names.set(key, ++this.lastName);
    return this.lastName;
  }

  /** Takes a plate that was made as a whole. */
  addWhole(key: string, plate: Plate): void {
    this.wholes.set(key, plate);
  }

  /** Gives the plates of a job's printing passes over any block of the sheet. */
  private platesOf(job: Job, draft: boolean, press = false): (area: Area) => Plate[] {
    const passes = printingPasses(job).map((pass) => {
      const key = plateKey(job, pass);
      const whole = this.wholes.get(key) ?? null;
      // A method that goes downwards is shown piecemeal until its plate is there.
      const piecemeal = needsWhole(pass) && !whole;
      const pressed = press && changesOnPress(pass);
      const words = `${draft || piecemeal ? 'draft ' : ''}${pressed ? JSON.stringify(pass.ink.press) : ''}${key}`;
      return { pass, key, whole, pressed, settled: this.short(key), name: this.short(words) };
    });
    return (area) =>
      passes.map(({ pass, key, whole, pressed, name, settled }) => {
        if (pressed) {
          return this.plates.take(`${name} ${area.x} ${area.y} ${area.step}`, () =>
            platePressed(
              this,
              job,
              pass,
              area,
              draft,
              whole && ((a) => cutPlate(whole, a.x, a.y, a.width, a.height, 1)),
            ),
          );
        }
        if (whole) return cutPlate(whole, area.x, area.y, area.width, area.height, area.step);
        return this.plates.take(`${name} ${area.x} ${area.y} ${area.step}`, () => {
          // Of a plate that is there already a first look takes its rows.
          const known = draft ? this.plates.get(`${settled} ${area.x} ${area.y} 1`) : undefined;
          return known ? everyRowOf(known, area.step) : this.chain(job, pass, draft, key).plate(area);
        });
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
    const means = createDisplayMeans(this.kernels, sheet, passes, { ...view, first, rows, soft: true });
    const platesOver = this.platesOf(printedJob(slab), draft, press);
    for (const area of this.blocks(slab)) means.add(area, platesOver(area));
    const rgba = means.rgba();
    if (press) layTexture(rgba, sheet, { ...view, originY: view.originY + first });
    return rgba;
  }

  /** The printed pixels of the blocks under a slab themselves, for scales from 1 on. */
  exact(slab: Slab): ExactPixels[] {
    const { draft, press } = slab;
    const { sheet, passes } = shownAs(slab);
    const platesOver = this.platesOf(printedJob(slab), draft, press);
    return this.blocks({ ...slab, step: 1 }).map((area) => {
      const rgba = composeExact(this.kernels, sheet, passes, platesOver(area), area);
      if (press) layTexture(rgba, sheet, { width: area.width, originX: area.x, originY: area.y, scale: 1 });
      return { ...area, rgba };
    });
  }

  /**
   * What leaves the Picture station over an area, read from a given picture: sRGB bytes of grey, or where that is
   * coverage already bytes that are 255 · (1 − coverage), so that darkness is coverage.
   */
  lightOf(job: Job, pass: Pass, source: PictureSource | null, area: Area): Uint8Array {
    const { depth, data } = passReader(this.kernels, job, pass, () => source, pass.feed.part)(area);
    if (depth === 8) return data as Uint8Array;
    const byteOf = isCoverage(pass.feed.part)
      ? (code: number) => Math.round(code / 257)
      : (code: number) => byteOfLight(code / 65535);
    return Uint8Array.from(data, byteOf);
  }

  /** The plate of one pass over any area, as it is shown. */
  plateOver(job: Job, pass: Pass, area: Area): Plate {
    const whole = this.wholes.get(plateKey(job, pass));
    return whole
      ? cutPlate(whole, area.x, area.y, area.width, area.height, area.step)
      : this.chain(job, pass, false).plate(area);
  }

  /** How much ink a pass prints in one row of blocks, in whole pixels. Nothing of it is remembered. */
  inkOfRow(job: Job, pass: Pass, blockRow: number): number {
    const { width, height } = sheetPixels(job.sheet);
    const y = blockRow * BLOCK_HEIGHT;
    const area = { x: 0, y, width, height: Math.min(BLOCK_HEIGHT, height - y), step: 1 };
    const shares = inkShares(pass);
    const whole = this.wholes.get(plateKey(job, pass));
    if (whole) return inkOfPlate(cutPlate(whole, 0, y, width, area.height, 1), shares);
    const chain = createPassChain({
      kernels: this.kernels,
      job,
      pass,
      pictures: this.lookup,
      compiled: this.compiled(job, pass, false),
      piecemeal: true,
    });
    const ink = inkOfPlate(chain.plate(area), shares);
    chain.release();
    return ink;
  }
}

/** Bytes a compiled screen holds, nearly. */
function sizeOfScreen(screen: CompiledScreen): number {
  if (screen.kind === 'tile') return screen.tile.data.byteLength;
  return screen.kind === 'field' ? 24e6 : 1000;
}

const cornerOf = (at: number, side: number): number => Math.floor(at / side) * side;
