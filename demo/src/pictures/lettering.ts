import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { pathData } from '@chromatype/core';
import opentype, { type Font, type Glyph } from 'opentype.js';
import sharp from 'sharp';

const LINE = 'Nine days of wind on the old quay';
const FONT = '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-800-normal.woff';

/** A line of text as one outline, glyph by glyph with kerning. */
function outline(font: Font, text: string, size: number, x: number, y: number): string {
  let before: Glyph | null = null;
  let at = x;
  return [...text]
    .map((char) => {
      const glyph = font.charToGlyph(char);
      if (before) at += ((font.getKerningValue(before, glyph) || 0) * size) / font.unitsPerEm;
      const path = pathData(glyph.getPath(at, y, size).commands, 2);
      at += (glyph.advanceWidth * size) / font.unitsPerEm;
      before = glyph;
      return path;
    })
    .join('');
}

/** Size at which a line is so wide. */
function sizeFor(font: Font, text: string, width: number): number {
  const units = [...text].reduce((sum, char) => sum + font.charToGlyph(char).advanceWidth, 0);
  return (width * font.unitsPerEm) / units;
}

/** The festival's lettering in large and fine type on nothing: PNG with alpha. */
export async function makeLettering(): Promise<Buffer> {
  const bytes = readFileSync(createRequire(import.meta.url).resolve(FONT));
  const font = opentype.parse(new Uint8Array(bytes).buffer);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="4000" height="1700" viewBox="0 0 4000 1700">
<g fill="#16120f">
<path d="${outline(font, 'KITE WEEK', sizeFor(font, 'KITE WEEK', 3880), 60, 620)}"/>
<path d="${outline(font, LINE, sizeFor(font, LINE, 3860), 70, 1000)}"/>
<path d="${outline(font, 'Harbour fields, 2 to 10 May. Workshops for all ages; bring string. If it rains we fold paper ones indoors.', 76, 74, 1220)}"/>
<path d="${outline(font, 'Printed in three inks at the Lantern Lane studio.', 46, 76, 1330)}"/>
</g>
<path d="M60 1440H3940M60 1466H3940" stroke="#16120f" stroke-width="7"/><path d="M60 1500H3940" stroke="#16120f" stroke-width="2"/>
</svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}
