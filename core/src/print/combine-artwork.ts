import { parseHex } from '../colour/srgb.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { type Artwork, inkBytes, isArtwork, isBitmap, type Plate } from '../raster/plate.ts';
import type { GroupPlate } from './combine-plates.ts';
import type { PassPrints } from './plate-values.ts';

/** Encoded red, green and blue and alpha, 0..255 each. */
type Bytes = readonly [number, number, number, number];

/** The colour of each value of a pass, with alpha: shares of ink are the ink, more or less clear. */
function coloursOf({ values }: PassPrints, ink: string): readonly Bytes[] {
  return values.map((value) => {
    const [r, g, b] = parseHex('colour' in value ? value.colour : ink)!;
    return [r, g, b, 'colour' in value ? 255 : Math.round(255 * value.ink)];
  });
}

/** Lays a colour over a pixel as artwork lies over artwork: normal blending with alpha, in encoded sRGB. */
function layOver(data: Uint8Array, at: number, r: number, g: number, b: number, alpha: number): void {
  if (alpha === 0) return;
  const under = data[at + 3]!;
  const own = 255 * alpha;
  const kept = (255 - alpha) * under;
  const all = own + kept;
  data[at] = Math.round((own * r + kept * data[at]!) / all);
  data[at + 1] = Math.round((own * g + kept * data[at + 1]!) / all);
  data[at + 2] = Math.round((own * b + kept * data[at + 2]!) / all);
  data[at + 3] = Math.round(all / 255);
}

const valuesOf = (plate: Plate): Uint8Array => (isBitmap(plate) ? inkBytes(plate).map((v) => v & 1) : plate.data);

/**
 * The plates of the groups of a pass as one piece of artwork, from the undermost up.
 * @param ink colour of the pass's ink, `#rrggbb`
 */
export function combineArtwork(area: Area, plates: readonly GroupPlate[], prints: PassPrints, ink: string): Artwork {
  const size = area.width * rowsOf(area);
  const data = new Uint8Array(4 * size);
  const colours = coloursOf(prints, ink);
  for (const { plate, values, cover, least, scrapes } of plates) {
    // Tones that were blended carry their soft edges themselves.
    const shown = (k: number): number => (typeof cover === 'number' ? cover : least === 0 ? 255 : cover[k]!);
    if (isArtwork(plate)) {
      for (let k = 0; k < size; k++) {
        const at = 4 * k;
        const alpha = Math.round((plate.data[at + 3]! * shown(k)) / 255);
        layOver(data, at, plate.data[at]!, plate.data[at + 1]!, plate.data[at + 2]!, alpha);
      }
      continue;
    }
    const own = valuesOf(plate);
    for (let k = 0; k < size; k++) {
      if (scrapes) {
        if (own[k] && shown(k) >= least) data[4 * k + 3] = 0;
        continue;
      }
      const value = values[own[k]!]!;
      if (value === 0 || shown(k) < least) continue;
      const [r, g, b, alpha] = colours[value]!;
      layOver(data, 4 * k, r, g, b, alpha);
    }
  }
  return { width: area.width, height: rowsOf(area), channels: 4, data };
}
