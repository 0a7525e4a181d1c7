import { markShape } from './kind.ts';

export const own = markShape({
  name: 'own',
  label: 'Imported',
  group: 'Figures',
  about: 'The outline of an SVG file.',
  uses: [],
  path: ({ path }) => path,
});
