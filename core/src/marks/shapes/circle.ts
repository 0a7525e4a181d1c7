import { markShape } from './kind.ts';
import { oval } from './path.ts';

export const circle = markShape({
  name: 'circle',
  label: 'Circle',
  group: 'Round',
  about: 'A full circle.',
  uses: [],
  path: () => oval(0.5, 0.5),
});
