import { MADE_LETTERING } from '../../picture/made/lettering.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS, boxMatrix, planOutline } from './outline.ts';

const { text, font, size, spacing, leading, align, path } = MADE_LETTERING;

export const letteringPart = partKind({
  name: 'lettering',
  label: 'Lettering',
  about: 'Text, kept as outlines.',
  params: { ...BOX_PARAMS, text, font, size, spacing, leading, align, path } as const,
  plan(s, asked) {
    const [a, b, c, d, e, f] = boxMatrix(s);
    // Letters keep their proportions: their outlines are in shares of the width both ways.
    const aspect = s.width / s.height;
    return planOutline({ path: s.path, matrix: [a, b, c * aspect, d * aspect, e, f], evenOdd: false }, asked);
  },
});
