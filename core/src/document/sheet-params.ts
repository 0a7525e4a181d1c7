import { amount, type Params } from '../settings/params.ts';

/** The numbers of a sheet. */
export const SHEET_PARAMS = {
  width: amount('Width', 'Width of the trimmed sheet.', 210, 5, 3000, 1, 'mm'),
  height: amount('Height', 'Height of the trimmed sheet.', 148, 5, 3000, 1, 'mm'),
  bleed: amount('Bleed', 'Printed beyond the trimmed edge, so that trimming leaves no bare line.', 0, 0, 50, 0.5, 'mm'),
  ppi: amount('Resolution', 'Pixels per inch of the finished plate.', 300, 30, 2400, 10),
} as const satisfies Params;
