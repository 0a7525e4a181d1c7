import { createJob, createKernels, makeSmallPrint } from '../../src/index.ts';

test('a small print of a wide sheet is made with kernels that have no memory yet', () => {
  const base = createJob('x', 'p');
  const job = { ...base, sheet: { ...base.sheet, width: 900, height: 60 } };
  const { width, height } = makeSmallPrint({ kernels: createKernels(), pictures: () => null }, job, 240);
  expect([width, height]).toEqual([240, 16]);
});
