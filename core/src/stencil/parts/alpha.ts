import type { LightRows } from '../../raster/area.ts';
import { type Planned, planned } from '../../raster/planned.ts';
import { settledCover } from '../cover.ts';
import type { PlannedCover } from '../edges.ts';
import { partKind } from './kind.ts';
import { PLACING_PARAMS } from './placing.ts';

/** The cover of light that stands for coverage: what is opaque is black. */
export const coverOfCoverage = (light: Planned<LightRows>): PlannedCover =>
  planned('alpha', null, [light], (_, [read]) => (area) => {
    const { depth, data } = read.read(area);
    return settledCover(Uint8Array.from(data, (code) => 255 - (depth === 8 ? code : Math.round(code / 257))));
  });

export const alpha = partKind({
  name: 'alpha',
  label: 'Cut-out',
  about: 'Where a picture is opaque, or what its cut-out leaves of it.',
  params: PLACING_PARAMS,
  plan: (placing, asked) => coverOfCoverage(asked.feed(placing, 'alpha')),
});
