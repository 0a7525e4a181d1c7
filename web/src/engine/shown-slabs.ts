import { byteCache, isBitmap, type Plate, remember } from '@chromatype/core';

/** Bytes of settled slabs that are kept: several views of a display. */
const SHOWN_BYTES = 24e6;

type Rgba = Uint8ClampedArray<ArrayBuffer>;

/** Whether two plates of one block hold the same pixels in the same way. */
export function equalPlates(a: Plate, b: Plate): boolean {
  if (a === b) return true;
  if (!isBitmap(a) || !isBitmap(b) || a.width !== b.width || a.height !== b.height || a.stride !== b.stride)
    return false;
  if (a.data.length !== b.data.length) return false;
  for (let k = 0; k < a.data.length; k++) if (a.data[k] !== b.data[k]) return false;
  return true;
}

/** Settled slabs as they were shown, by what they show: they are taken again where no plate under them has changed. */
export class ShownSlabs {
  private readonly slabs = byteCache<{ readonly rgba: Rgba }>(SHOWN_BYTES, ({ rgba }) => rgba.byteLength);
  private readonly numbers = new WeakMap<Plate, number>();
  private last = 0;

  private numberOf(plate: Plate): number {
    const known = this.numbers.get(plate);
    if (known !== undefined) return known;
    this.numbers.set(plate, ++this.last);
    return this.last;
  }

  /** Names a slab by what it depends on and by its plates; null where plates print more than bits. */
  keyOf(inputs: readonly unknown[], plates: readonly (readonly Plate[])[]): string | null {
    if (!plates.every((block) => block.every(isBitmap))) return null;
    return `${JSON.stringify(inputs)} ${plates.map((block) => block.map((plate) => this.numberOf(plate)).join()).join(';')}`;
  }

  /** A slab that was shown, or one that is made now; its pixels are the caller's own. */
  get(key: string | null, make: () => Rgba): Rgba {
    if (key === null) return make();
    return remember(this.slabs, key, () => ({ rgba: make() })).rgba.slice();
  }
}
