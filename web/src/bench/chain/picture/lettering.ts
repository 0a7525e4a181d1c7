import bricolage from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-800-normal.woff?url';
import bricolageLight from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-400-normal.woff?url';
import instrument from '@fontsource/instrument-sans/files/instrument-sans-latin-500-normal.woff?url';
import instrumentBold from '@fontsource/instrument-sans/files/instrument-sans-latin-700-normal.woff?url';
import martian from '@fontsource/martian-mono/files/martian-mono-latin-500-normal.woff?url';
import bangers from '@fontsource/bangers/files/bangers-latin-400-normal.woff?url';
import slab from '@fontsource/alfa-slab-one/files/alfa-slab-one-latin-400-normal.woff?url';
import { pathData } from '@chromatype/core';
import { entries, createStore, set } from 'idb-keyval';
import { type Font, type Glyph, parse } from 'opentype.js';

/** Fonts that ship with the application, all under the SIL Open Font License. */
export const FONTS: readonly { readonly name: string; readonly file: string }[] = [
  { name: 'Bricolage Grotesque ExtraBold', file: bricolage },
  { name: 'Bricolage Grotesque Regular', file: bricolageLight },
  { name: 'Instrument Sans Medium', file: instrument },
  { name: 'Instrument Sans Bold', file: instrumentBold },
  { name: 'Martian Mono Medium', file: martian },
  { name: 'Bangers', file: bangers },
  { name: 'Alfa Slab One', file: slab },
];

const loaded = new Map<string, Promise<Font>>();

/** The artist's own fonts, kept in this browser. */
const store = createStore('chromatype fonts', 'files');

/** A font's full English name, from whichever of its name tables has one. */
function fullName(font: Font): string | undefined {
  const tables = font.names as unknown as Record<string, { fullName?: { en?: string } } | undefined>;
  return ['windows', 'macintosh', 'unicode'].map((table) => tables[table]?.fullName?.en).find(Boolean);
}

/** Keeps a font of the artist's own. @throws Error when the file is no font */
export async function addFont(name: string, bytes: ArrayBuffer): Promise<string> {
  const font = parse(bytes);
  const full = fullName(font) ?? name;
  loaded.set(full, Promise.resolve(font));
  // A forbidden store: the font serves until the page is closed.
  await set(full, bytes, store).catch(() => {});
  return full;
}

/** Names of the artist's own fonts, those of earlier visits too. */
export async function ownFonts(): Promise<string[]> {
  const kept = await entries<string, ArrayBuffer>(store).catch(() => []);
  for (const [name, bytes] of kept) if (!loaded.has(name)) loaded.set(name, Promise.resolve(parse(bytes)));
  return [...loaded.keys()].filter((name) => !FONTS.some((f) => f.name === name));
}

function fontOf(name: string): Promise<Font> | null {
  const known = loaded.get(name);
  if (known) return known;
  const shipped = FONTS.find((f) => f.name === name);
  if (!shipped) return null;
  const font = fetch(shipped.file)
    .then((response) => response.arrayBuffer())
    .then((bytes) => parse(bytes));
  loaded.set(name, font);
  return font;
}

export interface LetterSettings {
  readonly text: string;
  readonly font: string;
  readonly size: number;
  readonly spacing: number;
  readonly leading: number;
  readonly align: string;
}

/** One line as an SVG path that begins at x 0 on the base line, one unit an em; and its width. */
function line(
  font: Font,
  text: string,
  spacing: number,
): { path: (x: number, y: number, em: number) => string; width: number } {
  const places: { glyph: Glyph; x: number }[] = [];
  let at = 0;
  let before: Glyph | null = null;
  for (const char of text) {
    const glyph = font.charToGlyph(char);
    if (before) at += (font.getKerningValue(before, glyph) || 0) / font.unitsPerEm + spacing / 1000;
    places.push({ glyph, x: at });
    at += (glyph.advanceWidth ?? 0) / font.unitsPerEm;
    before = glyph;
  }
  return {
    width: at,
    path: (x, y, em) =>
      places.map(({ glyph, x: dx }) => pathData(glyph.getPath(x + dx * em, y, em).commands, 5)).join(''),
  };
}

/** Room between letters and the sheet's sides for lines that stand left or right, in picture widths. */
const SIDE_ROOM = 0.04;

const capitalOf = (font: Font): number =>
  ((font.tables.os2?.sCapHeight as number | undefined) ?? 0.7 * font.unitsPerEm) / font.unitsPerEm;

/** Share of the picture's width and height that fitted lettering takes. */
const FITTED = 0.86;

/** The size at which a text just fits its picture, in picture heights; null when the font is not at hand. */
export async function fittedSize(s: LetterSettings, aspect: number): Promise<number | null> {
  const font = await fontOf(s.font || FONTS[0]!.name);
  if (!font) return null;
  const lines = s.text.split('\n').map((text) => line(font, text, s.spacing));
  const widest = Math.max(...lines.map((l) => l.width), 0.01);
  const tall = s.leading * (lines.length - 1) + capitalOf(font);
  return Math.floor(100 * Math.min((FITTED * aspect) / widest, FITTED / tall)) / 100;
}

/**
 * Text as one outline in shares of the picture's width; null when the font is not at hand (an own one, on
 * another machine), when the outline that the job keeps stays.
 */
export async function letterPath(s: LetterSettings, aspect: number): Promise<string | null> {
  const font = await fontOf(s.font || FONTS[0]!.name);
  if (!font) return null;
  const em = s.size / aspect;
  const lines = s.text.split('\n').map((text) => line(font, text, s.spacing));
  const step = em * s.leading;
  const capital = capitalOf(font);
  const block = step * (lines.length - 1) + em * capital;
  const top = (1 / aspect - block) / 2 + em * capital;
  return lines
    .map(({ path, width }, k) => {
      const wide = width * em;
      const x = s.align === 'left' ? SIDE_ROOM : s.align === 'right' ? 1 - SIDE_ROOM - wide : (1 - wide) / 2;
      return path(x, top + k * step, em);
    })
    .join('');
}
