/** The parts of opentype.js that lettering uses; the package has no types of its own. */
declare module 'opentype.js' {
  export interface Glyph {
    readonly advanceWidth?: number;
    getPath(
      x: number,
      y: number,
      size: number,
    ): { readonly commands: readonly import('@chromatype/core').PathCommand[] };
  }
  export interface Font {
    readonly unitsPerEm: number;
    readonly names?: { readonly fullName?: { readonly en?: string } };
    readonly tables: { readonly os2?: Readonly<Record<string, unknown>> };
    charToGlyph(char: string): Glyph;
    /** 0 for a letter that the font lacks. */
    charToGlyphIndex(char: string): number;
    getKerningValue(left: Glyph, right: Glyph): number;
  }
  export function parse(bytes: ArrayBuffer): Font;
}
