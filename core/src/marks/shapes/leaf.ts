import { markShape } from './kind.ts';

export const leaf = markShape({
  name: 'leaf',
  label: 'Leaf',
  group: 'Figures',
  about: 'Two arcs that meet in a point above and below.',
  uses: ['inner'],
  path: ({ inner }) => `M0 -0.5Q${inner} 0 0 0.5Q${-inner} 0 0 -0.5Z`,
});
