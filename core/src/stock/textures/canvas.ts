import { greyLight, texture } from './kind.ts';
import { wovenRows } from './woven.ts';

export const canvas = texture({
  name: 'canvas',
  label: 'Canvas',
  about: 'Thick threads in a plain weave.',
  rows: (asked) => wovenRows(asked, 0.95, (i, j) => (i + j) % 2 === 0),
  light: greyLight(0.2),
});
