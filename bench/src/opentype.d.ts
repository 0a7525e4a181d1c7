/** The part of opentype.js that plate names use; the package ships no types. */
declare module 'opentype.js' {
  export interface Font {
    getPath(
      text: string,
      x: number,
      y: number,
      size: number,
    ): { readonly commands: readonly import('@chromatype/core').PathCommand[] };
    getAdvanceWidth(text: string, size: number): number;
  }
  const opentype: { parse(bytes: ArrayBuffer): Font };
  export default opentype;
}
