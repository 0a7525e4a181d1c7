import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { inFolder, drawing, file, KITE, save, stones } from './stone-line.ts';

inFolder();

describe('counts', () => {
  test('a run on a circle and on a line holds as many stones as geometry says', async () => {
    save('circle.svg', drawing(120, 120, '<circle cx="60" cy="60" r="50"/>'));
    const run = await stones('circle.svg', 'out.csv', '--lay', 'run', '--side', 'centre', '--gap', '0.3');
    expect(run.stones).toBe(Math.floor(Math.PI / Math.asin(3.1 / 100)));
    save('line.svg', drawing(140, 40, '<path d="M20 20H120" fill="none" stroke="#000"/>'));
    expect((await stones('line.svg', 'out.csv', '--lay', 'run')).stones).toBe(Math.floor(100 / 3.1) + 1);
  });

  test('the width of the drawing is the one that was asked; stones keep their size', async () => {
    save('circle.svg', drawing(120, 120, '<circle cx="60" cy="60" r="50"/>'));
    const run = await stones('circle.svg', 'out.csv', '--lay', 'run', '--side', 'centre', '--width', '240');
    expect(run.stones).toBe(Math.floor(Math.PI / Math.asin(3.1 / 200)));
    expect(readFileSync(file('out.csv'), 'utf8').split('\n')[1]).toMatch(/,2\.8,SS10,Clear$/);
  });

  test('the list of stones has a line for each, and counts by size add up', async () => {
    save('kite.svg', KITE);
    const all = await stones('kite.svg', 'list.csv', '--lay', 'packed', '--size', 'SS16,SS10,SS6');
    const [head, ...lines] = readFileSync(file('list.csv'), 'utf8').trim().split('\n');
    expect(head).toBe('x_mm,y_mm,diameter_mm,size,colour');
    expect(lines.length).toBe(all.stones);
    for (const [name, count] of Object.entries(all.by_size))
      expect([name, lines.filter((l) => l.includes(`,${name},`)).length]).toEqual([name, count]);
    expect(Object.values(all.by_size).reduce((a, b) => a + b, 0)).toBe(all.stones);
    expect(all.faults).toEqual([]);
  });
});

test('a proof shows stones in their colours on the cloth', async () => {
  save('circle.svg', drawing(60, 60, '<circle cx="30" cy="30" r="25"/>'));
  save('gold.csv', 'Gold,#f2c230\n');
  await stones('circle.svg', 'proof.png', '--lay', 'inward', '--colours', 'gold.csv', '--cloth', '#24509a');
  const { data, info } = await sharp(file('proof.png')).raw().toBuffer({ resolveWithObject: true });
  const pixel = (x: number, y: number) => [
    ...data.subarray(info.channels * (y * info.width + x), info.channels * (y * info.width + x) + 3),
  ];
  const [r, g, b] = pixel(8, 8) as [number, number, number];
  expect(Math.abs(r - 0x24) + Math.abs(g - 0x50) + Math.abs(b - 0x9a)).toBeLessThan(30);
  let gold = 0;
  for (let k = 0; k < data.length; k += info.channels) if (data[k]! > data[k + 2]! + 40) gold++;
  // Stones cover about three fifths of a circle of 25 mm.
  const wanted = 0.6 * Math.PI * (25 * (200 / 25.4)) ** 2;
  expect(gold / wanted).toBeGreaterThan(0.85);
  expect(gold / wanted).toBeLessThan(1.15);
});
