import type { Kernels } from '../kernel/kernels.ts';
import type { PrintModel } from './model.ts';
import type { Solver } from './solve.ts';

/** Values of f64 that a search needs as room to work in. */
const workOf = (inks: number): number => 2 * (3 << inks) + 2 * inks * inks + 8 * inks + 12;

/**
 * The same search as `createSolver`, bit for bit, by a kernel. All of it lies in one block: model, wish, leaning,
 * coverages and room to work. Until the search is done nobody else may use the block of this name.
 */
export function kernelSolver(kernels: Kernels, { inks, n, corners }: PrintModel): Solver {
  const wished = 1 + corners.length;
  const leaned = wished + 3;
  const covered = leaned + 4 * inks + 1;
  const worked = covered + inks;
  const block = kernels.scratch('solve', 8 * (worked + workOf(inks)));
  const at = (value: number): number => block.ptr + 8 * value;
  let view = kernels.f64(block);
  view[0] = n;
  view.set(corners, 1);
  return ({ L, a, b }, { low, high, to, pull, limit }, coverages) => {
    // Memory that has grown elsewhere leaves old views empty.
    if (view.length === 0) view = kernels.f64(block);
    view[wished] = L;
    view[wished + 1] = a;
    view[wished + 2] = b;
    for (let k = 0; k < inks; k++) {
      view[leaned + k] = low[k]!;
      view[leaned + inks + k] = high[k]!;
      view[leaned + 2 * inks + k] = to[k]!;
      view[leaned + 3 * inks + k] = pull[k]!;
      view[covered + k] = coverages[k]!;
    }
    view[leaned + 4 * inks] = limit;
    const error = kernels.run.solveInks(inks, at(0), at(wished), at(leaned), at(covered), at(worked));
    for (let k = 0; k < inks; k++) coverages[k] = view[covered + k]!;
    return error;
  };
}
