import { DOT_SHAPES } from './shapes/index.ts';
import { LATTICES } from './lattices/names.ts';
import { choiceOf, flag, type SettingsOf, share, whole } from '../../../settings/params.ts';

export const DOT_PARAMS = {
  shape: choiceOf('Shape', 'What the dots look like as they grow.', DOT_SHAPES, 'Round'),
  lattice: choiceOf('Lattice', 'Where the cells sit.', LATTICES, 'square'),
  spokes: {
    ...whole('Cells a ring', 'How many cells each ring of the spokes lattice holds; 36 stand 10° apart.', 36, 3, 720),
    when: (s: Readonly<Record<string, unknown>>) => s.lattice === 'spokes',
  },
  softness: share('Softness', 'How far dots lean into each other before they join: from cones to smooth hills.', 0),
  relevel: flag(
    'Re-level',
    'On: coverage equals tone. Off: the shape’s own heights decide, as in screens made by hand.',
    true,
  ),
} as const;

export type DotSettings = SettingsOf<typeof DOT_PARAMS>;
