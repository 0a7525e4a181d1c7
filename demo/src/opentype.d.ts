/** The part of opentype.js that the demo and the benchmark use; the package ships no types. */
declare module 'opentype.js' {
  export interface Glyph {
    readonly advanceWidth: number;
    getPath(
      x: number,
      y: number,
      size: number,
    ): { readonly commands: readonly import('@chromatype/core').PathCommand[] };
  }
  export interface Font {
    readonly unitsPerEm: number;
    charToGlyph(char: string): Glyph;
    getKerningValue(left: Glyph, right: Glyph): number;
  }
  const opentype: { parse(bytes: ArrayBuffer): Font };
  export default opentype;
}
