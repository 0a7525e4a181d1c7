import { stoneShape } from './kind.ts';

export const square = stoneShape({
  name: 'square',
  label: 'Square',
  about: 'A square or a rectangle.',
  long: true,
  corners: (width, height) => {
    const [x, y] = [width / 2, height / 2];
    return Float64Array.of(-x, -y, x, -y, x, y, -x, y);
  },
});
