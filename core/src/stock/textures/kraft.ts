import { noiseRows, speckRows, texture } from './kind.ts';

export const kraft = texture({
  name: 'kraft',
  label: 'Kraft',
  about: 'Brown packing paper: long fibres one way, dark and light splinters.',
  rows(asked) {
    const fibres = noiseRows(asked, [
      { across: 2.6, down: 0.15, weight: 0.45 },
      { across: 0.7, down: 0.1, weight: 0.3 },
      { across: 9, down: 5, weight: 0.25 },
    ]);
    const dark = speckRows(
      { ...asked, seed: asked.seed + 411 },
      { across: 1.4, down: 0.16, share: 0.03, shade: -0.35 },
    );
    const light = speckRows({ ...asked, seed: asked.seed + 412 }, { across: 1.1, down: 0.13, share: 0.02, shade: 0.3 });
    return (y, out) => {
      fibres(y, out);
      dark(y, out);
      light(y, out);
    };
  },
  light: (shade) => [1 + 0.16 * (2 * shade - 1), 1 + 0.2 * (2 * shade - 1), 1 + 0.25 * (2 * shade - 1)],
});
