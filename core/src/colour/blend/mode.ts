/** Red, green and blue as encoded sRGB, each 0..1. */
export type Rgb = readonly [number, number, number];

/** Which of two colours gives a part of a blended one. */
export type From = 'source' | 'backdrop';

interface Described {
  /** Its name in W3C Compositing and Blending Level 1, in documents and on the browser's canvas. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
}

/** A mode that works on each channel by itself: `channel(cb, cs)` of encoded values 0..1. */
export interface SeparableMode extends Described {
  channel(cb: number, cs: number): number;
}

/** A mode that takes hue, saturation and luminosity from one colour or the other. */
export interface WholeMode extends Described {
  readonly hue: From;
  readonly saturation: From;
  readonly luminosity: From;
}

/** A blend mode of W3C Compositing and Blending Level 1, clauses 10.1 and 10.2. */
export type BlendMode = SeparableMode | WholeMode;

export const isSeparable = (mode: BlendMode): mode is SeparableMode => 'channel' in mode;

/** Keeps the name of a mode as a type. */
export const blendMode = <const M extends BlendMode>(mode: M): M => mode;
