import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { FACES, faceOf, pathData } from '@chromatype/core';
import opentype, { type Font } from 'opentype.js';

const { resolve } = createRequire(import.meta.url);

/** Where each file of the faces that ship lies, by its name. */
const FILES: ReadonlyMap<string, string> = new Map(
  FACES.flatMap((face) => face.files.map((file) => [file, `${face.package}/files/${file}.woff`] as const)),
);

/** Path of a file of a face that ships; null when there is none of that name. */
export function faceFile(name: string): string | null {
  const file = FILES.get(name);
  return file ? resolve(file) : null;
}

const parsed = new Map<string, Font>();

function fontOf(file: string): Font {
  const known = parsed.get(file);
  if (known) return known;
  const bytes = readFileSync(faceFile(file)!);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length) as ArrayBuffer);
  parsed.set(file, font);
  return font;
}

/** The outline of a letter of a face that ships, an em 1 high on its base line; null where the face has no such letter. */
export function letterOutline(face: string, letter: string): string | null {
  for (const file of faceOf(face)?.files ?? []) {
    const font = fontOf(file);
    if (font.charToGlyphIndex(letter) > 0) return pathData(font.charToGlyph(letter).getPath(0, 0, 1).commands, 5);
  }
  return null;
}
