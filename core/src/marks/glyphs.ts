import { transformedPath } from '../raster/path-data.ts';
import { boxOf, type Outline, outlineArea, placed } from './outline.ts';

/** A letter with its outline, an em high and centred on its cell. */
export interface Glyph {
  readonly letter: string;
  readonly outline: Outline;
  readonly ink: number;
}

export interface Glyphs {
  readonly all: readonly Glyph[];
  /** The letter of a text at a place in reading order, the text again and again; null for a space. */
  inTurn(k: number): Glyph | null;
  /** The letter whose ink is nearest to a tone 0..1, where the darkest letter is 1 and no ink 0. */
  byInk(tone: number): Glyph | null;
  /** The path of a letter, moved as its outline is. */
  pathOf(letter: string): string | null;
}

/** Letters and their paths, as jobs keep them: a letter, a tab and its path, line by line. */
export function readGlyphs(text: string): ReadonlyMap<string, string> {
  const paths = new Map<string, string>();
  for (const line of text.split('\n')) {
    const [letter, path] = line.split('\t');
    if (letter && path) paths.set(letter, path);
  }
  return paths;
}

export const writeGlyphs = (paths: ReadonlyMap<string, string>): string =>
  [...paths].map(([letter, path]) => `${letter}\t${path}`).join('\n');

/** The letters of a text, each once. */
export const lettersOf = (text: string): readonly string[] => [...new Set([...text].filter((c) => c.trim() !== ''))];

/**
 * The letters that marks are made of. All stand on one base line: the middle of a cell is the middle of the box of all
 * letters together, and each letter's own middle from left to right.
 */
export function glyphsOf(
  { text, glyphs }: { readonly text: string; readonly glyphs: string },
  flatten: (path: string) => Outline,
): Glyphs {
  const paths = readGlyphs(glyphs);
  const raw = lettersOf(text).flatMap((letter) => {
    const path = paths.get(letter);
    return path ? [{ letter, outline: flatten(path) }] : [];
  });
  const boxes = raw.map((g) => boxOf(g.outline));
  const middle = (Math.min(...boxes.map((b) => b.top)) + Math.max(...boxes.map((b) => b.bottom))) / 2;
  const all = raw.map(({ letter, outline }, k): Glyph => {
    const { left, right } = boxes[k]!;
    const centred = placed(outline, [1, 0, 0, 1, -(left + right) / 2, -middle]);
    return { letter, outline: centred, ink: outlineArea(centred) };
  });
  const byLetter = new Map(all.map((g) => [g.letter, g]));
  const line = [...text].filter((c) => c !== '\n');
  const sorted = [...all].sort((a, b) => a.ink - b.ink);
  const darkest = sorted[sorted.length - 1]?.ink ?? 1;
  return {
    all,
    pathOf(letter) {
      const k = raw.findIndex((g) => g.letter === letter);
      if (k < 0) return null;
      const { left, right } = boxes[k]!;
      return transformedPath(paths.get(letter)!, [`translate(${-(left + right) / 2} ${-middle})`]);
    },
    inTurn: (k) =>
      line.length === 0 ? null : (byLetter.get(line[((k % line.length) + line.length) % line.length]!) ?? null),
    byInk(tone) {
      let best: Glyph | null = null;
      let apart = tone;
      for (const glyph of sorted) {
        const off = Math.abs(glyph.ink / darkest - tone);
        if (off < apart) [best, apart] = [glyph, off];
      }
      return best;
    },
  };
}
