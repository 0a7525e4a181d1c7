import { RunCollector, type RunMask } from './run-mask.ts';

/** Pieces of a mask: which piece each run belongs to. */
export interface Pieces {
  /** A number for each run, the same for all runs of a piece: the first of its runs. */
  readonly pieceOf: Uint32Array;
}

/**
 * Joins the runs of a mask into pieces that hang together: over sides alone, or over corners too (`corners`).
 * Union by the smaller run with path halving (Tarjan and van Leeuwen 1984).
 */
export function piecesOf({ height, rows, ends }: RunMask, corners: boolean): Pieces {
  const parent = Uint32Array.from({ length: ends.length / 2 }, (_, k) => k);
  const rootOf = (run: number): number => {
    let r = run;
    while (parent[r] !== r) {
      parent[r] = parent[parent[r]!]!;
      r = parent[r]!;
    }
    return r;
  };
  const slack = corners ? 1 : 0;
  for (let y = 1; y < height; y++) {
    let above = rows[y - 1]!;
    let own = rows[y]!;
    while (above < rows[y]! && own < rows[y + 1]!) {
      const [a0, a1] = [ends[2 * above]!, ends[2 * above + 1]!];
      const [b0, b1] = [ends[2 * own]!, ends[2 * own + 1]!];
      if (a0 < b1 + slack && b0 < a1 + slack) {
        const [p, q] = [rootOf(above), rootOf(own)];
        if (p < q) parent[q] = p;
        else parent[p] = q;
      }
      if (a1 < b1) above++;
      else own++;
    }
  }
  for (let k = 0; k < parent.length; k++) parent[k] = rootOf(k);
  return { pieceOf: parent };
}

/** What a mask leaves bare, as a mask. */
export function invertedRuns({ width, height, rows, ends }: RunMask): RunMask {
  const out = new RunCollector({ width, height });
  for (let y = 0; y < height; y++) {
    let x = 0;
    for (let r = rows[y]!; r < rows[y + 1]!; r++) {
      if (ends[2 * r]! > x) out.add(x, ends[2 * r]!);
      x = ends[2 * r + 1]!;
    }
    if (x < width) out.add(x, width);
    out.endRow();
  }
  return out.mask();
}

/** The runs of a mask that pass a test. */
export function runsThat({ width, height, rows, ends }: RunMask, keep: (run: number) => boolean): RunMask {
  const out = new RunCollector({ width, height });
  for (let y = 0; y < height; y++) {
    for (let r = rows[y]!; r < rows[y + 1]!; r++) if (keep(r)) out.add(ends[2 * r]!, ends[2 * r + 1]!);
    out.endRow();
  }
  return out.mask();
}

/** Leaves out pieces of up to so many pixels. */
export function withoutSmall(mask: RunMask, most: number, { corners, atEdge }: SmallPieces): RunMask {
  const { pieceOf } = piecesOf(mask, corners);
  const { width, height, rows, ends } = mask;
  const areas = new Float64Array(pieceOf.length);
  for (let y = 0; y < height; y++) {
    for (let r = rows[y]!; r < rows[y + 1]!; r++) {
      const [from, to] = [ends[2 * r]!, ends[2 * r + 1]!];
      const edge = y === 0 || y === height - 1 || from === 0 || to === width;
      areas[pieceOf[r]!]! += edge && !atEdge ? Infinity : to - from;
    }
  }
  return runsThat(mask, (run) => areas[pieceOf[run]!]! > most);
}

interface SmallPieces {
  readonly corners: boolean;
  /** Whether pieces that touch the edge of the raster count as small too. */
  readonly atEdge: boolean;
}

/** Fills holes of up to so many pixels. What touches the edge of the raster is no hole. */
export const withoutHoles = (mask: RunMask, most: number): RunMask =>
  invertedRuns(withoutSmall(invertedRuns(mask), most, { corners: false, atEdge: false }));

/** Leaves out separate pieces of up to so many pixels. */
export const withoutSpecks = (mask: RunMask, most: number): RunMask =>
  withoutSmall(mask, most, { corners: true, atEdge: true });
