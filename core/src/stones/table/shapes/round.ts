import { stoneShape } from './kind.ts';

export const round = stoneShape({
  name: 'round',
  label: 'Round',
  about: 'A circle.',
  long: false,
  corners: () => null,
});
