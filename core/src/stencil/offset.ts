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
    const mask = cover.map((v) => (v >= 128 ? 1 : 0));
    const outside = squaredDistances(mask, box.width, box.height, 0, reach);
    const inside = squaredDistances(mask, box.width, box.height, 1, reach);
    const rows = rowsOf(area);
    const out = new Uint8Array(area.width * rows);
    for (let k = 0; k < rows; k++) {
      const from = (reach + k * area.step) * box.width + reach;
      for (let x = 0; x < area.width; x++) {
        const at = from + x;
        // The edge runs half a pixel from the middle of the nearest pixel on its other side.
        const signed = mask[at] === 1 ? Math.sqrt(outside[at]!) - 0.5 : 0.5 - Math.sqrt(inside[at]!);
        out[k * area.width + x] = coverAt(signed);
      }
    }
    return settledCover(out);
  };
}
