import {
  gplOfInks,
  INK_SETS,
  inkSetDocument,
  inksOfGpl,
  inksOfSwatches,
  JobError,
  labOfLight,
  PROCESS_PAPER,
  PROCESS_SOLIDS,
  readInkSet,
  solidLight,
  SwatchError,
} from '../../src/index.ts';

test.each(INK_SETS.map((s) => s.label))('%s goes out as JSON and comes back the same', (label) => {
  const set = INK_SETS.find((s) => s.label === label)!;
  const back = readInkSet(JSON.parse(JSON.stringify(inkSetDocument(set))));
  expect({ ...back, name: set.name }).toEqual(set);
});

test('as .gpl the colours stay', () => {
  const set = INK_SETS.find((s) => s.name === 'harbour-three')!;
  const back = inksOfGpl(gplOfInks(set));
  expect(back.inks.map((i) => [i.name, i.colour])).toEqual(set.inks.map((i) => [i.name, i.colour]));
});

test.each([
  [{ format: 'chromatype-job' }, 'format'],
  [{ format: 'chromatype-inks', label: ' ', about: '', inks: [], base: null, stock: null }, 'label'],
  [{ format: 'chromatype-inks', label: 'x', about: '', inks: [], base: null, stock: null }, 'inks'],
  [{ format: 'chromatype-inks', label: 'x', about: '', inks: [{}], base: null, stock: null }, 'inks[0].name'],
])('a wrong set is refused by the field that is wrong: %j', (value, field) => {
  let error: unknown = null;
  try {
    readInkSet(value);
  } catch (e) {
    error = e;
  }
  expect((error as JobError).field).toBe(field);
});

describe('measured swatches', () => {
  test('a table with its paper gives solids that print as they were measured', () => {
    const inks = inksOfSwatches([
      ['Name', 'L*', 'a*', 'b*'],
      ['Paper', ...PROCESS_PAPER.map(String)],
      ['Cyan', ...PROCESS_SOLIDS.C.map(String)],
      ['', '', '', ''],
      ['Half', '60,5', '1', '-2'],
    ]);
    expect(inks.map((i) => i.name)).toEqual(['Cyan', 'Half']);
    expect(inks[0]!.measured).toEqual({ lab: PROCESS_SOLIDS.C, stock: PROCESS_PAPER });
    expect(inks[1]!.measured!.lab[0]).toBe(60.5);
  });
  test('without paper they count as on perfect white', () => {
    const [ink] = inksOfSwatches([['Grey', '50', '0', '0']]);
    expect(labOfLight(solidLight(ink!))[0]).toBeCloseTo(50, 4);
  });
  test.each([
    [[['Red', '120', '0', '0']], 'Row 1'],
    [
      [
        ['Name', 'L', 'a', 'b'],
        ['Red', '50', 'x', '0'],
      ],
      'Row 2',
    ],
    [[['Name', 'L', 'a', 'b']], 'no swatch'],
  ])('%j is refused', (rows, words) => {
    expect(() => inksOfSwatches(rows)).toThrow(SwatchError);
    expect(() => inksOfSwatches(rows)).toThrow(words);
  });
});
