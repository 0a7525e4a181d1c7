import { amount, flag, type Params, type SettingsOf } from '../settings/params.ts';

/** How plates are laid out for the press: what stands beside the sheet, and how film is read. */
export const PLATE_PARAMS = {
  margin: amount('Margin', 'Room beside the sheet for marks.', 12, 0, 50, 0.5, 'mm'),
  register: flag('Register', 'Crosses by which plates are laid on each other.', true),
  crop: flag('Crop', 'Lines along which the sheet is trimmed.', true),
  names: flag('Names', 'The plate and the job by name.', true),
  wedge: flag('Step wedge', 'A bar of each ink in steps from 0 to 100 %.', true),
  mirror: flag('Mirror', 'Left and right exchanged, for film that lies face down.', false),
  negative: flag('Negative', 'Ink is clear and bare stock is black.', false),
} as const satisfies Params;

export type PlateSettings = SettingsOf<typeof PLATE_PARAMS>;
