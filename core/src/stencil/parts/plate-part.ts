import { type Area, rowsOf } from '../../raster/area.ts';
import { isBitmap } from '../../raster/plate.ts';
import { planned } from '../../raster/planned.ts';
import { clampedTo, settledCover } from '../cover.ts';
import { partKind } from './kind.ts';

export const platePart = partKind({
  name: 'plate',
  label: 'Plate',
  about: 'Where another pass prints.',
  params: { pass: { kind: 'pass', label: 'Pass', about: 'Whose plate is taken.', normal: null } } as const,
  fault: ({ pass }) => (pass === null ? 'A part takes the plate of a pass but names none; choose one.' : null),
  plan({ pass }, asked) {
    const plate = asked.plate(pass!);
    if (!plate) return planned('nothing', null, [], () => () => 0 as const);
    return planned('plate', asked.size, [plate], (size, [p]) =>
      clampedTo(size, (area: Area) => {
        const made = p.read(area);
        const count = area.width * rowsOf(area);
        if (!isBitmap(made)) {
          const most = made.levels - 1;
          return settledCover(made.data.map((level) => Math.round((255 * level) / most)));
        }
        const out = new Uint8Array(count);
        for (let y = 0, at = 0; y < made.height; y++) {
          const row = y * made.stride;
          for (let x = 0; x < made.width; x++, at++) {
            if ((made.data[row + (x >> 3)]! >> (7 - (x & 7))) & 1) out[at] = 255;
          }
        }
        return settledCover(out);
      }),
    );
  },
});
