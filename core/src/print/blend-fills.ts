import { type Area, rowsOf } from '../raster/area.ts';
import { laysInk, type Over } from '../document/fill-params.ts';
import type { ValueReader } from '../screen/compiled.ts';
import type { Cover, CoverReader } from '../stencil/cover.ts';

/** One fill of a pass as it is blended with the others: its tones, where it prints, and what it does to what lies under it. */
export interface Layer {
  /** Fills of one group share a screen, and so their tones blend before it. A fill that scrapes is a group of its own. */
  readonly group: number;
  /** Tones before they are finished; of layers of another group, read only where they shade. */
  readonly tones: ValueReader;
  readonly cover: CoverReader;
  readonly over: Over;
}

/** Tones of a group over an area, and how much of each pixel its fills cover. */
export interface Blended {
  readonly tones: Uint16Array;
  readonly cover: Cover;
}

/** 0..255 of a value 0..65535, rounded: v · share / 255. */
const part = (value: number, share: number): number => Math.round((value * share) / 255);

/** Makes room for a fill of another group that lies over what is blended. */
function giveWay(tones: Uint16Array, covers: Uint8Array, cover: Cover): void {
  if (cover === 0) return;
  if (cover === 255) {
    tones.fill(0);
    covers.fill(0);
    return;
  }
  for (let k = 0; k < tones.length; k++) {
    const left = 255 - cover[k]!;
    if (left === 255) continue;
    tones[k] = part(tones[k]!, left);
    covers[k] = part(covers[k]!, left);
  }
}

/** Four covers at a time. */
const ALL_FOUR = 0xffffffff;

/** Lays a fill in place of what lies under it. */
function replace(tones: Uint16Array, covers: Uint8Array, own: Uint16Array, cover: Uint8Array): void {
  const four = cover.byteOffset % 4 === 0 ? new Uint32Array(cover.buffer, cover.byteOffset, cover.length >> 2) : null;
  for (let k = 0; k < tones.length; k++) {
    if (four && k % 4 === 0) {
      const all = four[k >> 2];
      if (all === 0) {
        k += 3;
        continue;
      }
      if (all === ALL_FOUR) {
        for (const end = k + 4; k < end; k++) {
          tones[k] = own[k]!;
          covers[k] = 255;
        }
        k--;
        continue;
      }
    }
    const c = cover[k]!;
    if (c === 0) continue;
    if (c === 255) {
      tones[k] = own[k]!;
      covers[k] = 255;
    } else {
      tones[k] = Math.round((tones[k]! * (255 - c) + own[k]! * c) / 255);
      covers[k] = Math.max(covers[k]!, c);
    }
  }
}

/** Adds a fill to what lies under it: the darker tone wins. */
function add(tones: Uint16Array, covers: Uint8Array, own: Uint16Array, cover: Cover): void {
  for (let k = 0; k < tones.length; k++) {
    const c = cover === 255 ? 255 : (cover as Uint8Array)[k]!;
    if (c === 0) continue;
    tones[k] = Math.max(tones[k]!, c === 255 ? own[k]! : part(own[k]!, c));
    covers[k] = Math.max(covers[k]!, c);
  }
}

/** Lays a fill over what lies under it. */
function layOver(tones: Uint16Array, covers: Uint8Array, own: Uint16Array, cover: Cover, replaces: boolean): void {
  if (cover === 0) return;
  if (!replaces) add(tones, covers, own, cover);
  else if (cover !== 255) replace(tones, covers, own, cover);
  else {
    tones.set(own);
    covers.fill(255);
  }
}

/** Makes tones darker or lighter by a share of themselves, so that bare stock stays bare. */
function shade(tones: Uint16Array, own: Uint16Array, cover: Cover, darkens: boolean): void {
  for (let k = 0; k < tones.length; k++) {
    const tone = tones[k]!;
    if (tone === 0) continue;
    const c = cover === 255 ? 255 : (cover as Uint8Array)[k]!;
    if (c === 0) continue;
    const by = Math.round((tone * part(own[k]!, c)) / 65535);
    tones[k] = darkens ? Math.min(65535, tone + by) : tone - by;
  }
}

/** The tones of fills that lie over each other, the undermost first, whatever their screens: how much ink lies where. */
export function blendCovered(
  size: number,
  layers: readonly { readonly tones: Uint16Array; readonly cover: Cover; readonly over: Over }[],
): Uint16Array {
  const tones = new Uint16Array(size);
  const covers = new Uint8Array(size);
  for (const { tones: own, cover, over } of layers) {
    if (cover === 0) continue;
    if (laysInk(over)) layOver(tones, covers, own, cover, over === 'replaces');
    // Of what is scraped away, as much is gone as the scraping screen would print.
    else shade(tones, own, cover, over === 'darkens');
  }
  return tones;
}

/**
 * Blends the fills of one group over an area, from the undermost up. Fills of other groups that take the place of what lies
 * under them leave room for themselves, and those that shade change the tones. Null where the group prints nothing.
 */
export function blendFills(layers: readonly Layer[], group: number, area: Area): Blended | null {
  const scrapes = layers.some((layer) => layer.group === group && layer.over === 'scrapes');
  let tones: Uint16Array | null = null;
  let covers: Uint8Array | null = null;
  for (const layer of layers) {
    const own = layer.group === group;
    // What scrapes is neither shaded nor covered: it acts on what lies under it alone.
    if (!own && (scrapes || !tones || layer.over === 'adds' || layer.over === 'scrapes')) continue;
    const cover = layer.cover(area);
    if (cover === 0) continue;
    if (!own) {
      if (layer.over === 'replaces') giveWay(tones!, covers!, cover);
      else shade(tones!, layer.tones(area), cover, layer.over === 'darkens');
      continue;
    }
    const read = layer.tones(area);
    if (!tones || !covers) {
      const size = area.width * rowsOf(area);
      tones = new Uint16Array(size);
      covers = new Uint8Array(size);
    }
    layOver(tones, covers, read, cover, layer.over === 'replaces');
  }
  return tones && covers ? { tones, cover: covers } : null;
}
