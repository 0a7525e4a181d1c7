import { greyLight, texture } from './kind.ts';
import { wovenRows } from './woven.ts';

export const twill = texture({
  name: 'twill',
  label: 'Twill',
  about: 'Slanting ribs, as of jeans and bags.',
  rows: (asked) => wovenRows(asked, 0.4, (i, j) => (((i + j) % 4) + 4) % 4 < 3),
  light: greyLight(0.2),
});
