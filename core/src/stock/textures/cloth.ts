import { greyLight, texture } from './kind.ts';
import { wovenRows } from './woven.ts';

export const cloth = texture({
  name: 'cloth',
  label: 'Plain weave',
  about: 'Cotton threads, two to a mm, over and under each other.',
  rows: (asked) => wovenRows(asked, 0.45, (i, j) => (i + j) % 2 === 0),
  light: greyLight(0.14),
});
