import { amount, flag, type Params, type SettingsOf } from '../settings/params.ts';

/** What is done to the edge of a stencil, in this order. Lengths are mm on the sheet, whatever its ppi. */
export const EDGE_PARAMS = {
  fillHoles: amount('Fill holes', 'Holes of up to this area are filled.', 0, 0, 100000, 1, 'mm²'),
  dropSpecks: amount('Drop specks', 'Separate pieces of up to this area are left out.', 0, 0, 100000, 1, 'mm²'),
  smooth: amount('Smooth', 'Rounds corners and evens out raggedness of about this size.', 0, 0, 20, 0.1, 'mm'),
  grow: amount('Grow', 'Moves the edge outwards; below 0 it shrinks.', 0, -200, 200, 0.1, 'mm'),
  inset: amount('Inset', 'Leaves only what lies further inside the edge than this.', 0, 0, 200, 0.1, 'mm'),
  band: amount('Inner band', 'Leaves only an edge of this width; 0 leaves all.', 0, 0, 200, 0.1, 'mm'),
  feather: amount('Feather', 'Width over which the edge fades, half of it on each side.', 0, 0, 200, 0.1, 'mm'),
  invert: flag('Invert', 'Prints where the stencil is not.', false),
} as const satisfies Params;

export type EdgeSettings = SettingsOf<typeof EDGE_PARAMS>;
