import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { pathData, type Words } from '@chromatype/core';
import opentype, { type Font } from 'opentype.js';

const FILE = '@fontsource/martian-mono/files/martian-mono-latin-400-normal.woff';

let font: Font | null = null;

function shippedFont(): Font {
  if (!font) {
    const bytes = readFileSync(createRequire(import.meta.url).resolve(FILE));
    font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length) as ArrayBuffer);
  }
  return font;
}

/** Outlines of plate names in a font that ships with the application. */
export const words: Words = (text) => {
  const own = shippedFont();
  return { path: pathData(own.getPath(text, 0, 0, 1000).commands, 1), width: own.getAdvanceWidth(text, 1000) };
};
