import { noiseRows, speckRows, texture } from './kind.ts';

export const aged = texture({
  name: 'aged',
  label: 'Aged',
  about: 'Yellowed paper with brown clouds and spots.',
  rows(asked) {
    const clouds = noiseRows(asked, [
      { across: 48, down: 40, weight: 0.4 },
      { across: 15, down: 13, weight: 0.27 },
      { across: 3.4, down: 3, weight: 0.18 },
      { across: 0.3, down: 0.16, weight: 0.15 },
    ]);
    const spots = speckRows(
      { ...asked, seed: asked.seed + 421 },
      { across: 1.5, down: 1.5, share: 0.012, shade: -0.3 },
    );
    const dots = speckRows(
      { ...asked, seed: asked.seed + 422 },
      { across: 0.5, down: 0.5, share: 0.012, shade: -0.22 },
    );
    return (y, out) => {
      clouds(y, out);
      spots(y, out);
      dots(y, out);
    };
  },
  light(shade) {
    // Stains take blue first, then green: they turn brown.
    const by = 2 * shade - 1;
    return by < 0 ? [1 + 0.22 * by, 1 + 0.38 * by, 1 + 0.6 * by] : [1 + 0.03 * by, 1 + 0.04 * by, 1 + 0.07 * by];
  },
});
