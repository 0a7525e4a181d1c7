import { markShape } from './kind.ts';
import { oval } from './path.ts';

export const ellipse = markShape({
  name: 'ellipse',
  label: 'Ellipse',
  group: 'Round',
  about: 'An ellipse, as high beside its width as is set.',
  uses: ['aspect'],
  path: ({ aspect }) => (aspect <= 1 ? oval(0.5, 0.5 * aspect) : oval(0.5 / aspect, 0.5)),
});
