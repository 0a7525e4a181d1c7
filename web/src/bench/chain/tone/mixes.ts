import { LUMINANCE } from '@chromatype/core';
/** Mixes of red, green and blue for a purpose; our own choice of weights. */
export const MIXES: readonly {
  readonly name: string;
  readonly about: string;
  readonly mix: readonly [number, number, number];
}[] = [
  { name: 'As the eye', about: 'Luminance: how light it looks.', mix: LUMINANCE },
  { name: 'Skin lighter', about: 'More red: faces and warm wood become light and smooth.', mix: [0.65, 0.3, 0.05] },
  { name: 'Sky darker', about: 'Red against blue: clouds stand out of a dark sky.', mix: [0.95, 0.25, -0.2] },
  { name: 'Leaves lighter', about: 'More green: grass and trees open up.', mix: [-0.05, 1.05, 0] },
  { name: 'Red stands out', about: 'Green and blue alone: red things print dark.', mix: [0, 0.6, 0.4] },
  { name: 'All alike', about: 'The three channels count the same.', mix: [0.3334, 0.3333, 0.3333] },
];
