import { byteOfLight } from '../../colour/srgb.ts';
import { distanceAt, distanceCube } from '../../picture/colour-distance.ts';
import { planned } from '../../raster/planned.ts';
import type { LightRows } from '../../raster/area.ts';
import { share } from '../../settings/params.ts';
import { clampedTo, settledCover } from '../cover.ts';
import { partKind } from './kind.ts';
import { PLACING_PARAMS } from './placing.ts';
import { risen } from './ramp.ts';

const params = {
  ...PLACING_PARAMS,
  colours: {
    kind: 'colours',
    label: 'Colours',
    about: 'The colours that are taken.',
    normal: ['#d8432f'],
    min: 1,
    max: 32,
  },
  tolerance: share('Tolerance', 'How far a colour may be from these in OKLab and still count.', 0.1),
  soft: share('Softness', 'Width over which the edge fades.', 0.04),
} as const;

/** Bytes of sRGB of each 16-bit light. */
const bytesOf = ({ depth, data }: LightRows, table: Uint8Array): Uint8Array =>
  depth === 8 ? (data as Uint8Array) : Uint8Array.from(data, (code) => table[code]!);

export const colourRange = partKind({
  name: 'colour',
  label: 'Colour',
  about: 'Where a picture has some colours, by their distance in OKLab.',
  params,
  plan({ colours, tolerance, soft, ...placing }, asked) {
    const lights = [asked.feed(placing, 'r'), asked.feed(placing, 'g'), asked.feed(placing, 'b')] as const;
    return planned('colour range', { colours, tolerance, soft, size: asked.size }, lights, (own, [r, g, b]) => {
      const cube = distanceCube(own.colours);
      const table = Uint8Array.from({ length: 65536 }, (_, code) => byteOfLight(code / 65535));
      return clampedTo(own.size, (area) => {
        const [red, green, blue] = [r, g, b].map((light) => bytesOf(light.read(area), table)) as [
          Uint8Array,
          Uint8Array,
          Uint8Array,
        ];
        const out = red.map((_, k) =>
          Math.round(255 * risen(-distanceAt(cube, red[k]!, green[k]!, blue[k]!), -own.tolerance, own.soft)),
        );
        return settledCover(out);
      });
    });
  },
});
