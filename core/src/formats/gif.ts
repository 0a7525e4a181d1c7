import type { Colour, Gifenc } from 'gifenc';

/** Colours of a frame at most, with the clear one. */
const MOST_COLOURS = 256;
/** Alpha from here on is opaque: a GIF knows no half. */
const OPAQUE = 128;
/** What happens to a frame before the next: it stays, or all becomes clear (GIF89a, graphic control extension). */
const STAYS = 1;
const CLEARED = 2;
/** Share of the pixels of a frame that must be as before for it to leave them out. */
const WORTH_LEAVING = 0.3;

export interface GifOptions {
  readonly width: number;
  readonly height: number;
  /** Whether it begins again at its end. */
  readonly loop: boolean;
  write(bytes: Uint8Array): void;
}

export interface GifWriter {
  /** Adds a frame of RGB, or RGBA bytes, which is shown for so many hundredths of a second. */
  frame(bytes: Uint8Array, channels: 3 | 4, hundredths: number): void;
  end(): void;
}

/** A frame by the places of its pixels in a palette. */
interface Indexed {
  readonly index: Uint8Array;
  readonly palette: readonly Colour[];
  /** Index of the clear colour; -1 without one. */
  readonly clear: number;
}

/** Pixels as 24-bit colours; clear ones are -1. */
function coloursOf(bytes: Uint8Array, channels: 3 | 4): Int32Array {
  const out = new Int32Array(bytes.length / channels);
  for (let k = 0, at = 0; k < out.length; k++, at += channels) {
    const clear = channels === 4 && bytes[at + 3]! < OPAQUE;
    out[k] = clear ? -1 : (bytes[at]! << 16) | (bytes[at + 1]! << 8) | bytes[at + 2]!;
  }
  return out;
}

const CLEAR: Colour = [0, 0, 0];
const rgbOf = (colour: number): Colour => [colour >> 16, (colour >> 8) & 255, colour & 255];

/** The nearest colour of a palette, by the distance of codes. */
function nearest(palette: readonly Colour[], colour: number): number {
  const [r, g, b] = rgbOf(colour);
  let [best, at] = [Infinity, 0];
  palette.forEach(([pr, pg, pb], k) => {
    const apart = (pr! - r!) * (pr! - r!) + (pg! - g!) * (pg! - g!) + (pb! - b!) * (pb! - b!);
    if (apart < best) [best, at] = [apart, k];
  });
  return at;
}

/** A palette, and the place of each colour in it; clear pixels are the colour -1. */
interface Places {
  readonly palette: Colour[];
  readonly places: ReadonlyMap<number, number>;
}

/** The colours of a frame as they are; null where there are more than a palette holds. */
function exactPlaces(colours: Int32Array): Places | null {
  const places = new Map<number, number>();
  for (let k = 0; k < colours.length; k++) {
    if (places.has(colours[k]!)) continue;
    if (places.size === MOST_COLOURS) return null;
    places.set(colours[k]!, places.size);
  }
  return { palette: [...places.keys()].map((colour) => (colour < 0 ? CLEAR : rgbOf(colour))), places };
}

/** Finds colours for a frame that has too many. There is no dithering: the print has dots of its own. */
function reducedPlaces(gifenc: Gifenc, colours: Int32Array): Places {
  const rgba = new Uint8Array(4 * colours.length);
  for (let k = 0; k < colours.length; k++) rgba.set([...(colours[k]! < 0 ? CLEAR : rgbOf(colours[k]!)), 255], 4 * k);
  const palette: Colour[] = gifenc.quantize(rgba, MOST_COLOURS - 1, { format: 'rgb565' }).map((c) => c.slice(0, 3));
  const places = new Map<number, number>();
  const clear = palette.length;
  for (let k = 0; k < colours.length; k++) {
    const colour = colours[k]!;
    if (!places.has(colour)) places.set(colour, colour < 0 ? clear : nearest(palette, colour));
  }
  if (places.has(-1)) palette.push(CLEAR);
  return { palette, places };
}

/** A frame as places of a palette: its exact colours where they fit, and one place for what is clear or unchanged. */
function indexed(gifenc: Gifenc, colours: Int32Array): Indexed {
  const { palette, places } = exactPlaces(colours) ?? reducedPlaces(gifenc, colours);
  const index = new Uint8Array(colours.length);
  for (let k = 0; k < colours.length; k++) index[k] = places.get(colours[k]!)!;
  const own = places.get(-1);
  if (own !== undefined || palette.length === MOST_COLOURS) return { index, palette, clear: own ?? -1 };
  palette.push(CLEAR);
  return { index, palette, clear: palette.length - 1 };
}

/** Leaves out what is as it was. True where that was worth it. */
function leaveOut({ index, clear }: Indexed, colours: Int32Array, before: Int32Array): boolean {
  let same = 0;
  for (let k = 0; k < colours.length; k++) if (colours[k] === before[k]) same++;
  if (same < WORTH_LEAVING * colours.length) return false;
  for (let k = 0; k < colours.length; k++) if (colours[k] === before[k]) index[k] = clear;
  return true;
}

/** Bits that a place of a palette takes. */
function depthOf(colours: number): number {
  let bits = 1;
  while (1 << bits < colours) bits++;
  return bits;
}

/**
 * Begins an animated GIF (GIF89a). Every frame has its own palette: exactly its colours where there are no more than 255
 * of them, so that prints in a few inks come out as they are.
 */
export async function createGifWriter({ width, height, loop, write }: GifOptions): Promise<GifWriter> {
  const loaded: unknown = await import('gifenc');
  const { default: main } = loaded as { readonly default: Gifenc };
  // Bundlers take the package's module, whose functions stand beside its default; Node takes the other build.
  const gifenc = typeof main.GIFEncoder === 'function' ? main : (loaded as Gifenc);
  const encoder = gifenc.GIFEncoder({ auto: false });
  let before: Int32Array | null = null;
  const flush = (): void => {
    write(encoder.bytes().slice());
    encoder.reset();
  };
  return {
    frame(bytes, channels, hundredths) {
      const colours = coloursOf(bytes, channels);
      const made = indexed(gifenc, colours);
      const { index, palette, clear } = made;
      const first = before === null;
      const left = before !== null && channels === 3 && clear >= 0 && leaveOut(made, colours, before);
      if (first) encoder.writeHeader();
      encoder.writeFrame(index, width, height, {
        palette,
        first,
        transparent: left || channels === 4,
        transparentIndex: Math.max(0, clear),
        delay: 10 * hundredths,
        repeat: loop ? 0 : -1,
        colorDepth: depthOf(palette.length),
        dispose: channels === 4 ? CLEARED : STAYS,
      });
      before = colours;
      flush();
    },
    end() {
      encoder.finish();
      flush();
    },
  };
}
