import { greyLight, noiseRows, texture } from './kind.ts';

export const paper = texture({
  name: 'paper',
  label: 'Wove paper',
  about: 'Fine fibres and soft clouds.',
  rows: (asked) =>
    noiseRows(asked, [
      { across: 0.33, down: 0.14, weight: 0.5 },
      { across: 4, down: 4, weight: 0.5 },
    ]),
  light: greyLight(0.045),
});
