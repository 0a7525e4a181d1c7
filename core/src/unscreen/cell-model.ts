import { FOLD, FOLD_TONES, type FoldedCell } from '../scan/fold.ts';
import type { ShapeMatch } from '../scan/shape-match.ts';

/** Even steps of tone of a model, from bare to solid. */
export const MODEL_TONES = 17;

/** What a screen prints at each tone and place of its cell: MODEL_TONES × FOLD × FOLD coverages 0..1. */
export type CellModel = Float32Array;

/** A step of tone of the folded cell counts when it has this share of all pixels. */
const LEAST = 0.006;

/** A cell whose mean is brought to a tone, by a power of its values. */
function withMean(cell: Float64Array, tone: number): Float64Array {
  let [low, high] = [0.1, 10];
  for (let n = 0; n < 18; n++) {
    const gamma = Math.sqrt(low * high);
    let mean = 0;
    for (const v of cell) mean += v ** gamma / cell.length;
    if (mean > tone) low = gamma;
    else high = gamma;
  }
  const gamma = Math.sqrt(low * high);
  return cell.map((v) => v ** gamma);
}

/**
 * The model of a screen from its folded cells. Steps of tone that the scan hardly shows are those of the nearest shape, or
 * lie between the steps beside them.
 */
export function cellModel({ cells, weights }: FoldedCell, waves: number, match: ShapeMatch | null): CellModel {
  const size = FOLD * FOLD;
  const all = weights.reduce((a, b) => a + b, 0);
  const steps: { tone: number; cell: Float64Array }[] = [{ tone: 0, cell: new Float64Array(size) }];
  for (let t = 0; t < FOLD_TONES; t++) {
    const known = weights[t]! > LEAST * all;
    if (!known && !(match && match.misfit < 0.3)) continue;
    const cell = (known ? cells : match!.seen).slice(t * size, (t + 1) * size);
    // Lines repeat along one wave alone.
    if (known && waves === 1) for (let k = FOLD; k < size; k++) cell[k] = cell[k % FOLD]!;
    let tone = 0;
    for (const v of cell) tone += v / size;
    if (tone > steps[steps.length - 1]!.tone + 0.02 && tone < 0.98) steps.push({ tone, cell });
  }
  steps.push({ tone: 1, cell: new Float64Array(size).fill(1) });
  const model = new Float32Array(MODEL_TONES * size);
  for (let t = 1; t < MODEL_TONES; t++) {
    const tone = t / (MODEL_TONES - 1);
    const next = steps.findIndex((step) => step.tone >= tone);
    const [low, high] = [steps[next - 1]!, steps[next]!];
    const share = (tone - low.tone) / (high.tone - low.tone);
    const mixed = low.cell.map((v, k) => v + share * (high.cell[k]! - v));
    model.set(t === MODEL_TONES - 1 ? mixed : withMean(mixed, tone), t * size);
  }
  return model;
}
