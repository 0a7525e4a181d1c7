import type { SheetStones } from '../engine/sheet-stones.ts';

/** mm of the trimmed sheet. */
export interface DesignBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The box that holds the art of all regions; null where there is none. */
export function designBox({ art }: Pick<SheetStones, 'art'>): DesignBox | null {
  const boxes = art.flatMap((a) => a.box ?? []);
  if (boxes.length === 0) return null;
  return {
    left: Math.min(...boxes.map((b) => b.left)),
    top: Math.min(...boxes.map((b) => b.top)),
    right: Math.max(...boxes.map((b) => b.right)),
    bottom: Math.max(...boxes.map((b) => b.bottom)),
  };
}
