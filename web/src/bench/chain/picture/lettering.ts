import { FACES, faceOf, pathData } from '@chromatype/core';
import { entries, createStore, set } from 'idb-keyval';
import { type Font, type Glyph, parse } from 'opentype.js';

/** A face as it is at hand: one font, or several of which later ones have letters that earlier ones lack. */
type Fonts = readonly [Font, ...Font[]];

const loaded = new Map<string, Promise<Fonts>>();
const files = new Map<string, Promise<Font>>();

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
  loaded.set(full, Promise.resolve([font]));
  // A forbidden store: the font serves until the page is closed.
  await set(full, bytes, store).catch(() => {});
  return full;
}

/** Names of the artist's own fonts, those of earlier visits too. */
export async function ownFonts(): Promise<string[]> {
  const kept = await entries<string, ArrayBuffer>(store).catch(() => []);
  for (const [name, bytes] of kept) if (!loaded.has(name)) loaded.set(name, Promise.resolve([parse(bytes)]));
  return [...loaded.keys()].filter((name) => !faceOf(name));
}

function fileOf(file: string): Promise<Font> {
  const known = files.get(file);
  if (known) return known;
  const font = fetch(`/api/faces/${file}`).then(async (response) => {
    if (!response.ok) throw new Error('The face could not be loaded.');
    return parse(await response.arrayBuffer());
  });
  files.set(file, font);
  // A face that failed to load is asked for again.
  font.catch(() => files.delete(file));
  return font;
}

const hasLetter = (font: Font, letter: string): boolean => font.charToGlyphIndex(letter) > 0;

/** The fonts of a face that a text needs; null when the face is not at hand. */
async function fontsOf(name: string, text: string): Promise<Fonts | null> {
  const known = loaded.get(name);
  if (known) return known;
  const face = faceOf(name);
  if (!face) return null;
  const [first, ...others] = face.files;
  const fonts: [Font, ...Font[]] = [await fileOf(first!)];
  for (const file of others) {
    if ([...text].every((c) => c.trim() === '' || fonts.some((f) => hasLetter(f, c)))) break;
    fonts.push(await fileOf(file));
  }
  return fonts;
}

/** The font that has a letter; the first if none has. */
const fontFor = (fonts: Fonts, letter: string): Font => fonts.find((f) => hasLetter(f, letter)) ?? fonts[0];

/** Letters of a face as marks take them, and those that it lacks; null when the face is not at hand. */
export async function letterGlyphs(
  face: string,
  letters: readonly string[],
): Promise<{ readonly paths: ReadonlyMap<string, string>; readonly missing: readonly string[] } | null> {
  const fonts = await fontsOf(face || FACES[0]!.name, letters.join(''));
  if (!fonts) return null;
  const there = letters.filter((letter) => fonts.some((f) => hasLetter(f, letter)));
  return {
    paths: new Map(
      there.map((letter) => [
        letter,
        pathData(fontFor(fonts, letter).charToGlyph(letter).getPath(0, 0, 1).commands, 5),
      ]),
    ),
    missing: letters.filter((letter) => !there.includes(letter)),
  };
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
  fonts: Fonts,
  text: string,
  spacing: number,
): { path: (x: number, y: number, em: number) => string; width: number } {
  const places: { glyph: Glyph; x: number }[] = [];
  let at = 0;
  let before: { readonly font: Font; readonly glyph: Glyph } | null = null;
  for (const char of text) {
    const font = fontFor(fonts, char);
    const glyph = font.charToGlyph(char);
    if (before) {
      const kerning = before.font === font ? font.getKerningValue(before.glyph, glyph) || 0 : 0;
      at += kerning / font.unitsPerEm + spacing / 1000;
    }
    places.push({ glyph, x: at });
    at += (glyph.advanceWidth ?? 0) / font.unitsPerEm;
    before = { font, glyph };
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
  const fonts = await fontsOf(s.font || FACES[0]!.name, s.text);
  if (!fonts) return null;
  const lines = s.text.split('\n').map((text) => line(fonts, text, s.spacing));
  const widest = Math.max(...lines.map((l) => l.width), 0.01);
  const tall = s.leading * (lines.length - 1) + capitalOf(fonts[0]);
  return Math.floor(100 * Math.min((FITTED * aspect) / widest, FITTED / tall)) / 100;
}

/**
 * Text as one outline in shares of the picture's width; null when the font is not at hand (an own one, on
 * another machine), when the outline that the job keeps stays.
 */
export async function letterPath(s: LetterSettings, aspect: number): Promise<string | null> {
  const fonts = await fontsOf(s.font || FACES[0]!.name, s.text);
  if (!fonts) return null;
  const em = s.size / aspect;
  const lines = s.text.split('\n').map((text) => line(fonts, text, s.spacing));
  const step = em * s.leading;
  const capital = capitalOf(fonts[0]);
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
