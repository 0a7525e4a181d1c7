import { cosine, sine } from '../../math/exact.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { FEED_PARAMS } from '../../picture/feed-params.ts';
import { rowsOf } from '../../raster/area.ts';
import { type DarknessMap, darknessMap } from '../../raster/darkness-map.ts';
import { planned } from '../../raster/planned.ts';
import type { PictureSource } from '../../raster/source.ts';
import { amount, normalsOf } from '../../settings/params.ts';
import { clampedTo, settledCover } from '../cover.ts';
import { partKind } from './kind.ts';
import { PLACING_PARAMS } from './placing.ts';

/** Columns and rows of a picture that are kept at most. */
const LARGEST = 2048;

/** Darkness of pictures that were read lately, of so many pixels at most. */
const lately = new WeakMap<PictureSource, { readonly most: number; readonly map: DarknessMap }>();

function darknessOf(source: PictureSource, across: number): DarknessMap {
  const longer = (Math.max(source.width, source.height) / source.width) * across;
  const most = Math.min(LARGEST, Math.max(16, Math.ceil(longer)));
  const known = lately.get(source);
  if (known?.most === most) return known.map;
  const map = darknessMap(source, most);
  lately.set(source, { most, map });
  return map;
}

/** Reads a map between its pixels; it goes on beyond its edges where it begins. */
function readWrapped({ width, height, data }: DarknessMap, u: number, v: number): number {
  const [fx, fy] = [u - 0.5, v - 0.5];
  const [x0, y0] = [Math.floor(fx), Math.floor(fy)];
  const [sx, sy] = [fx - x0, fy - y0];
  const column = (x: number) => ((x % width) + width) % width;
  const row = (y: number) => (((y % height) + height) % height) * width;
  const [left, right, top, bottom] = [column(x0), column(x0 + 1), row(y0), row(y0 + 1)];
  const upper = data[top + left]! * (1 - sx) + data[top + right]! * sx;
  const lower = data[bottom + left]! * (1 - sx) + data[bottom + right]! * sx;
  return upper * (1 - sy) + lower * sy;
}

export const repeated = partKind({
  name: 'repeated',
  label: 'Repeated picture',
  about: 'Where a picture is dark that is laid side by side over the whole sheet, such as a seamless swatch.',
  params: {
    picture: PLACING_PARAMS.picture,
    width: amount('Width', 'Width of one repeat.', 50, 0.5, 3000, 0.5, 'mm'),
    x: amount('Left', 'Left edge of one of the repeats.', 0, -3000, 3000, 0.5, 'mm'),
    y: amount('Top', 'Top edge of one of the repeats.', 0, -3000, 3000, 0.5, 'mm'),
    turn: FEED_PARAMS.turn,
  },
  plan({ picture, width, x, y, turn }, asked) {
    const raster = asked.picture({ ...normalsOf(PLACING_PARAMS), picture });
    const perMm = asked.sheet.ppi / MM_PER_INCH;
    const angle = (turn * Math.PI) / 180;
    const inputs = {
      key: raster.key,
      width: width * perMm,
      left: (x + asked.sheet.bleed) * perMm,
      top: (y + asked.sheet.bleed) * perMm,
      along: cosine(angle),
      up: sine(angle),
      size: asked.size,
    };
    return planned('repeated picture', inputs, [], (own) => {
      const source = raster.source();
      if (!source) return () => 0;
      const map = darknessOf(source, own.width);
      const scale = map.width / own.width;
      return clampedTo(own.size, (area) => {
        const out = new Uint8Array(area.width * rowsOf(area));
        for (let r = 0, at = 0; r < rowsOf(area); r++) {
          const dy = area.y + r * area.step + 0.5 - own.top;
          for (let c = 0; c < area.width; c++, at++) {
            const dx = area.x + c + 0.5 - own.left;
            // A turn counter-clockwise, y downwards.
            const [u, v] = [dx * own.along - dy * own.up, dx * own.up + dy * own.along];
            out[at] = Math.round(255 * readWrapped(map, u * scale, v * scale));
          }
        }
        return settledCover(out);
      });
    });
  },
});
