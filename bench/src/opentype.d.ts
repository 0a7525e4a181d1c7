/** The part of opentype.js that the benchmark's lettering uses; the package ships no types. */
declare module 'opentype.js' {
  interface Glyph {
    readonly advanceWidth: number;
    getPath(
      x: number,
      y: number,
      size: number,
    ): { readonly commands: readonly import('@chromatype/core').PathCommand[] };
  }
  interface Font {
    readonly unitsPerEm: number;
    charToGlyph(char: string): Glyph;
  }
  const opentype: { parse(bytes: ArrayBuffer): Font };
  export default opentype;
}
