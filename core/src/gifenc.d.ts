declare module 'gifenc' {
  export type Colour = readonly number[];
  export interface FrameOptions {
    readonly palette?: readonly Colour[] | null;
    readonly first?: boolean;
    readonly transparent?: boolean;
    readonly transparentIndex?: number;
    /** Milliseconds. */
    readonly delay?: number;
    /** -1 once, 0 for ever. */
    readonly repeat?: number;
    readonly colorDepth?: number;
    readonly dispose?: number;
  }
  export interface Encoder {
    writeHeader(): void;
    writeFrame(index: Uint8Array, width: number, height: number, options: FrameOptions): void;
    finish(): void;
    bytes(): Uint8Array;
    reset(): void;
  }
  export interface Gifenc {
    GIFEncoder(options?: { readonly auto?: boolean }): Encoder;
    quantize(
      rgba: Uint8Array,
      most: number,
      options?: { readonly format?: 'rgb565' | 'rgb444' | 'rgba4444' },
    ): number[][];
  }
  const gifenc: Gifenc;
  export default gifenc;
}
