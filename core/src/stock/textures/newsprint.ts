import { noiseRows, speckRows, texture } from './kind.ts';

export const newsprint = texture({
  name: 'newsprint',
  label: 'Newsprint',
  about: 'Rough, greyish pulp with short fibres and flecks.',
  rows(asked) {
    const pulp = noiseRows(asked, [
      { across: 0.5, down: 0.16, weight: 0.4 },
      { across: 0.12, down: 0.1, weight: 0.35 },
      { across: 2.2, down: 1.6, weight: 0.25 },
    ]);
    const dark = speckRows(
      { ...asked, seed: asked.seed + 401 },
      { across: 0.55, down: 0.13, share: 0.02, shade: -0.4 },
    );
    const light = speckRows(
      { ...asked, seed: asked.seed + 402 },
      { across: 0.16, down: 0.5, share: 0.02, shade: 0.22 },
    );
    return (y, out) => {
      pulp(y, out);
      dark(y, out);
      light(y, out);
    };
  },
  light: (shade) => [1 + 0.13 * (2 * shade - 1), 1 + 0.135 * (2 * shade - 1), 1 + 0.15 * (2 * shade - 1)],
});
