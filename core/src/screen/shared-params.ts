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
    period: 360,
  },
  smallest: share('Minimum dot', 'Dots that cover less than this share of their cell do not print.', 0, 0, 0.95),
  solidFrom: share('Solid from', 'Tones from here on print solid.', 1, 0.05, 1),
  oneTone: flag('One tone a cell', 'Each dot takes the mean tone of its cell, so that no dot is cut.', false),
  centreX: share('Centre across', 'Where rings, rays and spirals begin, from the left edge of the sheet.', 0.5, -1, 2),
  centreY: share('Centre down', 'Where rings, rays and spirals begin, from the top edge of the sheet.', 0.5, -1, 2),
  seed: whole('Seed', 'Another number gives another random arrangement.', 1, 0, 999999),
} as const;

export type SharedSettings = SettingsOf<typeof SHARED_PARAMS>;
