/** A picture and the grid that it is enlarged from, in pixels. */
export interface Enlargement {
  readonly width: number;
  readonly height: number;
  readonly across: number;
  readonly down: number;
  /** Pixels of the picture along the side of one of the grid. */
  readonly factor: number;
}

/**
 * Enlarges a picture of three bytes a pixel by straight lines between its values. It takes bands of the grid's rows, one
 * after the other from above, and gives the rows of the picture that are known since.
 */
export function enlarger({ width, height, across, down, factor }: Enlargement): (band: Uint8Array) => Uint8Array {
  if (factor === 1) return (band) => band;
  const columns = Array.from({ length: width }, (_, x) => Math.min(across - 1, Math.max(0, (x + 0.5) / factor - 0.5)));
  const lefts = Int32Array.from(columns, (u) => Math.min(Math.max(0, across - 2), Math.floor(u)));
  const parts = Int32Array.from(columns, (u, x) => Math.round(256 * (u - lefts[x]!)));
  const next = across > 1 ? 3 : 0;
  /** The last row of the band before, and how many rows of the grid and of the picture are done. */
  let before: Uint8Array = new Uint8Array(0);
  let [known, made] = [0, 0];
  return (band) => {
    const rows = band.length / (3 * across);
    const row = (j: number) =>
      j < known ? before : band.subarray(3 * across * (j - known), 3 * across * (j - known + 1));
    const all = known + rows;
    // A row lies between two of the grid, and both must be known.
    const end = all === down ? height : Math.floor(factor * (all - 0.5) - 0.5) + 1;
    const out = new Uint8Array(3 * width * (end - made));
    for (let y = made, at = 0; y < end; y++) {
      const v = Math.min(down - 1, Math.max(0, (y + 0.5) / factor - 0.5));
      const j = Math.floor(v);
      const share = Math.round(256 * (v - j));
      const top = row(j);
      const low = row(share > 0 ? j + 1 : j);
      for (let x = 0; x < width; x++) {
        const i = 3 * lefts[x]!;
        const part = parts[x]!;
        for (let c = 0; c < 3; c++, at++) {
          const a = top[i + c]! * (256 - part) + top[i + next + c]! * part;
          const b = low[i + c]! * (256 - part) + low[i + next + c]! * part;
          out[at] = (a * (256 - share) + b * share + 32768) >> 16;
        }
      }
    }
    before = band.slice(3 * across * (rows - 1));
    [known, made] = [all, end];
    return out;
  };
}
