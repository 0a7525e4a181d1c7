import { flag, type SettingsOf, share, whole } from '../settings/params.ts';

/** Settings that every family understands; they stay when the family changes. */
export const SHARED_PARAMS = {
  angle: {
    kind: 'number',
    label: 'Angle',
    about: 'Turn of the rows, counter-clockwise.',
    min: -3600,
    max: 3600,
    normal: 45,
    step: 0.5,
    unit: '°',
  },
  smallest: share('Smallest', 'Dots smaller than this share of the cell are left out.', 0, 0, 0.95),
  solidFrom: share('Solid from', 'From this tone on the ink closes to solid.', 1, 0.05, 1),
  oneTone: flag('One tone a cell', 'Every dot takes the mean tone of its cell and stays whole.', false),
  centreX: share('Centre across', 'Where rings, rays and spirals begin, from the left edge of the sheet.', 0.5, -1, 2),
  centreY: share('Centre down', 'Where rings, rays and spirals begin, from the top edge of the sheet.', 0.5, -1, 2),
  seed: whole('Seed', 'Another number gives another arrangement of everything random.', 1, 0, 999999),
} as const;

export type SharedSettings = SettingsOf<typeof SHARED_PARAMS>;
