import { markShape } from './kind.ts';
import { oval } from './path.ts';

export const ring = markShape({
  name: 'ring',
  label: 'Ring',
  group: 'Round',
  about: 'A circle with a round hole.',
  uses: ['inner'],
  path: ({ inner }) => oval(0.5, 0.5) + oval(0.5 * inner, 0.5 * inner, true),
});
