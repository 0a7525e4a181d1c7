import { chromatype, inFolder, cutter, drawing, KITE, refusal, save } from './stone-line.ts';

inFolder();

describe('bad input', () => {
  test('gets one plain sentence', async () => {
    save('line.svg', drawing(140, 40, '<path d="M20 20H120" fill="none" stroke="#000"/>'));
    save('bow.svg', drawing(140, 140, '<path d="M20 20L120 120L120 20L20 120Z"/>'));
    save('tiny.svg', drawing(140, 140, '<circle cx="9" cy="9" r="0.8"/>'));
    save('wide.svg', drawing(700, 120, '<rect x="10" y="10" width="680" height="100"/>'));
    save('nonsense.csv', 'name,colour\nRed,reddish\n');
    save('alike.csv', 'A,round,2\nB,round,2\n');
    save('kite.svg', KITE);
    expect(await refusal('line.svg', 'o.svg', '--lay', 'rows')).toBe(
      'An outline is open, so that it has no inside; close it, or lay a run along it.',
    );
    expect(await refusal('bow.svg', 'o.svg', '--lay', 'rows')).toBe(
      'An outline crosses itself at 70.0, 70.0 mm; untangle it there.',
    );
    expect(await refusal('tiny.svg', 'o.svg', '--lay', 'rows')).toMatch(
      /^One outline is smaller than a stone of 2\.8 mm/,
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--gap', '-1')).toBe(
      'The gap between stones is below zero; it must be 0 mm or more.',
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--colours', 'nonsense.csv')).toBe(
      'nonsense.csv: Line 2 has no colour such as #f2c230 behind the name.',
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--sizes', 'alike.csv')).toBe(
      'alike.csv: A and B are alike in shape and size; keep one of them.',
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--size', 'SS99')).toMatch(
      /^There is no size SS99; there are SS6,/,
    );
    expect(
      await refusal('wide.svg', 'o.svg', '--lay', 'rows', '--size', 'SS6', '--gap', '0', '--width', '3000'),
    ).toMatch(/^The design needs more than 200,000 stones/);
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'picture')).toMatch(/^--lay picture takes a picture/);
    expect(await refusal('flat.png', 'o.svg', '--lay', 'rows')).toMatch(/^--lay rows takes an SVG of outlines/);
  });

  test('the cutter says what it cannot cut, and what is no template', async () => {
    save(
      'bad.svg',
      drawing(
        60,
        60,
        '<circle cx="10" cy="10" r="2"/><circle cx="13.5" cy="10" r="2"/><path d="M20 20H40" stroke="#000"/><circle cx="50" cy="50" r="0.3"/><text x="5" y="50">no</text>',
      ),
    );
    const report = await cutter('bad.svg');
    expect(report.holes).toBe(2);
    expect(report.cannot_cut).toEqual([
      '1 of <text> cannot be cut.',
      'One line is open, so that nothing falls out.',
      'One hole is narrower than 0.8 mm, in which the blade cannot turn.',
      'Two holes touch, so that the sheet tears between them.',
    ]);
    save('letter.txt', 'Dear cutter');
    const { code, err } = await chromatype('cutter', 'letter.txt');
    expect([code, err.trim()]).toEqual([
      2,
      'letter.txt: The cutter takes templates as SVG, DXF or PDF; this file is none of them.',
    ]);
  });
});
