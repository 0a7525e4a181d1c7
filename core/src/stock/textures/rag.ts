import { greyLight, noiseRows, texture } from './kind.ts';

/** Laid lines and chain lines of a hand mould, mm apart. */
const LAID = 1.1;
const CHAIN = 26;
/** Half the width of a chain line in mm. */
const HALF = 0.5;

export const rag = texture({
  name: 'rag',
  label: 'Rag, laid',
  about: 'Hand-made: the lines of the mould, soft clouds, and long fibres.',
  rows(asked) {
    const clouds = noiseRows(asked, [
      { across: 6, down: 6, weight: 0.3 },
      { across: 0.9, down: 0.3, weight: 0.35 },
    ]);
    const { area, perMm } = asked;
    return (y, out) => {
      clouds(y, out);
      const mm = (y + 0.5) / perMm / LAID;
      const wave = 1 - 4 * Math.abs(mm - Math.floor(mm) - 0.5);
      for (let k = 0; k < out.length; k++) {
        const at = (area.x + k + 0.5) / perMm / CHAIN;
        const far = Math.abs(at - Math.floor(at) - 0.5) * CHAIN;
        out[k]! += 0.175 + 0.09 * wave + (far < HALF ? 0.22 * (1 - far / HALF) : 0);
      }
    };
  },
  light: greyLight(0.075),
});
