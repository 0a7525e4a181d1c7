import fc from 'fast-check';
import { normalsOf, SEPARATION_PARAMS } from '../../src/index.ts';
import { createPrintModel } from '../../src/separate/model.ts';
import { nearestTable } from '../../src/separate/nearest.ts';
import { createSolver } from '../../src/separate/solve.ts';
import { kernelSolver } from '../../src/separate/solve-kernel.ts';
import { kernels } from '../plates.ts';
import { processModel } from '../separate/sets.ts';

const unit = fc.double({ min: 0, max: 1, noNaN: true });
const light = fc.tuple(unit, unit, unit);

/** A model of some inks on a stock, a wish, and where a search begins and may go. */
const searches = fc.integer({ min: 1, max: 6 }).chain((inks) => {
  const each = (value: fc.Arbitrary<number>) => fc.array(value, { minLength: inks, maxLength: inks });
  return fc.record({
    stock: light,
    inks: fc.array(fc.record({ through: light, adds: fc.constant([0, 0, 0] as [number, number, number]) }), {
      minLength: inks,
      maxLength: inks,
    }),
    n: fc.constantFrom(1, 1.5, 2),
    wish: fc.tuple(
      unit,
      fc.double({ min: -0.3, max: 0.3, noNaN: true }),
      fc.double({ min: -0.3, max: 0.3, noNaN: true }),
    ),
    start: each(unit),
    low: each(fc.constantFrom(0, 0, 0.2)),
    high: each(fc.constantFrom(1, 1, 0.9, 0.2)),
    to: each(fc.constantFrom(0, 1)),
    pull: each(fc.constantFrom(0, 2e-6, 1e-4)),
    limit: fc.double({ min: 0.5, max: inks, noNaN: true }),
  });
});

test('the search by the kernel takes the same steps as the plain one, to the last bit', () => {
  fc.assert(
    fc.property(searches, ({ stock, inks, n, wish: [L, a, b], start, limit, ...own }) => {
      const model = createPrintModel(stock, inks as never, [], n);
      const [low, high, to, pull] = [own.low, own.high, own.to, own.pull].map((v) => Float64Array.from(v));
      const leaning = { low: low!, high: high!, to: to!, pull: pull!, limit };
      const [plain, quick] = [Float64Array.from(start), Float64Array.from(start)];
      const error = createSolver(model)({ L, a, b }, leaning, plain);
      expect(kernelSolver(kernels, model)({ L, a, b }, leaning, quick)).toBe(error);
      expect(quick).toEqual(plain);
    }),
    { numRuns: 400 },
  );
});

test('so whole tables are alike', () => {
  const model = processModel();
  const settings = normalsOf(SEPARATION_PARAMS);
  expect(nearestTable(model, settings, 7, kernelSolver(kernels, model))).toEqual(nearestTable(model, settings, 7));
});
