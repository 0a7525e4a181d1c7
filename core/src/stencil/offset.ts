import { type Area, rowsOf } from '../raster/area.ts';
import { type CoverReader, settledCover } from './cover.ts';
import { squaredDistances } from './distance.ts';

/** Where an edge is moved to, in pixels. */
export interface Offset {
  /** How far inside the old edge the new one lies; below 0 outside. */
  readonly inset: number;
  /** Width of what is left inside the new edge; null for all of it. */
  readonly band: number | null;
  /** Width over which edges fade. */
  readonly feather: number;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The box round all pixels of a mask that differ from the one left of them or above, with `more` pixels round it; null without any. */
function edgeBox(mask: Uint8Array, width: number, height: number, more: number): Box | null {
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      const value = mask[at]!;
      if ((x === 0 || mask[at - 1] === value) && (y === 0 || mask[at - width] === value)) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      bottom = y;
    }
  }
  if (bottom < 0) return null;
  const [x, y] = [Math.max(0, left - 1 - more), Math.max(0, top - 1 - more)];
  return { x, y, width: Math.min(width, right + 1 + more) - x, height: Math.min(height, bottom + 1 + more) - y };
}

function cutMask(mask: Uint8Array, width: number, { x, y, width: across, height: down }: Box): Uint8Array {
  const out = new Uint8Array(across * down);
  for (let k = 0; k < down; k++) {
    const from = (y + k) * width + x;
    out.set(mask.subarray(from, from + across), k * across);
  }
  return out;
}

/**
 * Moves the edge of a cover, which runs where a pixel is half inside, along its exact distance in the plane. Reads as far
 * round an area as the edge moves, so that areas fit each other without a seam.
 */
export function offsetCover(read: CoverReader, { inset, band, feather }: Offset): CoverReader {
  const inner = band === null ? null : inset + band;
  const furthest = Math.max(Math.abs(inset), Math.abs(inner ?? 0)) + feather / 2;
  const reach = Math.ceil(furthest) + 1;
  /** Share of a pixel that lies further inside than an edge, from its signed distance. */
  const past = (distance: number): number =>
    feather > 0 ? Math.min(1, Math.max(0, 0.5 + distance / feather)) : distance > 0 ? 1 : 0;
  const coverAt = (signed: number): number =>
    Math.round(255 * past(signed - inset) * (inner === null ? 1 : 1 - past(signed - inner)));
  const [deepInside, farOutside] = [coverAt(Infinity), coverAt(-Infinity)];

  return (area) => {
    const box: Area = {
      x: area.x - reach,
      y: area.y - reach,
      width: area.width + 2 * reach,
      height: area.height + 2 * reach,
      step: 1,
    };
    const cover = read(box);
    if (typeof cover === 'number') return (cover === 255 ? deepInside : farOutside) as 0 | 255;
    const mask = new Uint8Array(cover.length);
    for (let k = 0; k < mask.length; k++) mask[k] = cover[k]! >> 7;
    const rows = rowsOf(area);
    const out = new Uint8Array(area.width * rows);
    const near = edgeBox(mask, box.width, box.height, reach + 1);
    const part = near && cutMask(mask, box.width, near);
    const outside = part && squaredDistances(part, near.width, near.height, 0, reach);
    const inside = part && squaredDistances(part, near.width, near.height, 1, reach);
    for (let k = 0; k < rows; k++) {
      const y = reach + k * area.step;
      const from = y * box.width + reach;
      for (let x = 0; x < area.width; x++) out[k * area.width + x] = mask[from + x] === 1 ? deepInside : farOutside;
      if (!near || !outside || !inside || y < near.y || y >= near.y + near.height) continue;
      const last = Math.min(area.width, near.x + near.width - reach);
      for (let x = Math.max(0, near.x - reach); x < last; x++) {
        const at = (y - near.y) * near.width + x + reach - near.x;
        // The edge runs half a pixel from the middle of the nearest pixel on its other side.
        const signed = mask[from + x] === 1 ? Math.sqrt(outside[at]!) - 0.5 : 0.5 - Math.sqrt(inside[at]!);
        out[k * area.width + x] = coverAt(signed);
      }
    }
    return settledCover(out);
  };
}
