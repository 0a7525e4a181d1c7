import type { Area } from '../../raster/area.ts';
import { inkBytes } from '../../raster/plate.ts';
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
      clampedTo(size, (area: Area) => settledCover(inkBytes(p.read(area)))),
    );
  },
});
