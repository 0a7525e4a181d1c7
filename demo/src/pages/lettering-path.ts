import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { pathData } from '@chromatype/core';
import opentype, { type Font } from 'opentype.js';

const FILES = {
  comic: '@fontsource/bangers/files/bangers-latin-400-normal.woff',
  wide: '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-800-normal.woff',
} as const;

export type Face = keyof typeof FILES;

const faces = new Map<Face, Font>();

function faceOf(face: Face): Font {
  const known = faces.get(face);
  if (known) return known;
  const bytes = readFileSync(createRequire(import.meta.url).resolve(FILES[face]));
  const font = opentype.parse(new Uint8Array(bytes).buffer);
  faces.set(face, font);
  return font;
}

/** Width of a line of text in sizes. */
const widthOf = (font: Font, text: string): number =>
  [...text].reduce((sum, char) => sum + font.charToGlyph(char).advanceWidth, 0) / font.unitsPerEm;

/** Lines of text, centred about 0, 0, as one SVG path. `size` is the height of the type. */
export function lettered(face: Face, lines: readonly string[], size: number, leading = 1.05): string {
  const font = faceOf(face);
  return lines
    .map((line, k) => {
      const y = (k - (lines.length - 1) / 2) * size * leading + size * 0.35;
      let x = (-widthOf(font, line) * size) / 2;
      return [...line]
        .map((char) => {
          const glyph = font.charToGlyph(char);
          const path = pathData(glyph.getPath(x, y, size).commands, 3);
          x += (glyph.advanceWidth * size) / font.unitsPerEm;
          return path;
        })
        .join('');
    })
    .join('');
}
