import { flag } from '../../settings/params.ts';
import { toneStep } from './step.ts';

/** Light and dark exchanged. */
export const invert = toneStep({
  params: { invert: flag('Invert', 'Light prints dark and dark prints light.', false) },
  make: (settings) => (settings.invert ? (x) => 1 - x : null),
});
