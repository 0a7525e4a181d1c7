/** The part of opentype.js that plate names and letters use; the package ships no types. */
declare module 'opentype.js' {
  export interface Font {
    getPath(
      text: string,
      x: number,
      y: number,
      size: number,
    ): { readonly commands: readonly import('@chromatype/core').PathCommand[] };
    getAdvanceWidth(text: string, size: number): number;
    /** 0 for a letter that the font lacks. */
    charToGlyphIndex(char: string): number;
    charToGlyph(char: string): {
      getPath(x: number, y: number, size: number): ReturnType<Font['getPath']>;
    };
  }
  const opentype: { parse(bytes: ArrayBuffer): Font };
  export default opentype;
}
