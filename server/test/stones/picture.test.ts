import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { inFolder, drawing, file, save, stones } from './stone-line.ts';

inFolder();

describe('a picture', () => {
  test('has the nearest colour of stones in each cell, and none where the cloth is nearer', async () => {
    const bands = Buffer.from(
      drawing(
        90,
        30,
        '<rect width="30" height="30" fill="#d8332a"/><rect x="30" width="30" height="30" fill="#1e1b18"/><rect x="60" width="30" height="30" fill="#f2c230"/>',
      ),
    );
    await sharp(bands).png().toFile(file('bands.png'));
    save('colours.csv', 'name,colour\nRed,#d8332a\n"Gold, warm",#f2c230\n');
    const args = ['--lay', 'picture', '--width', '90', '--size', 'SS10', '--gap', '0.2', '--colours', 'colours.csv'];
    const made = await stones('bands.png', 'p.csv', ...args);
    const [red, gold] = [made.by_colour.Red!, made.by_colour['Gold, warm']!];
    // Each band is ten cells of 3 mm wide and ten high.
    expect(red).toBe(100);
    expect(gold).toBe(100);
    for (const line of readFileSync(file('p.csv'), 'utf8').trim().split('\n').slice(1)) {
      const x = Number(line.split(',')[0]);
      expect(line.endsWith(',Red')).toBe(x < 30);
      expect(line.endsWith('"Gold, warm"')).toBe(x > 60);
    }
  });

  test('by size has larger stones where it is darker', async () => {
    await sharp(
      Buffer.from(
        drawing(
          120,
          30,
          '<defs><linearGradient id="g"><stop stop-color="#fff"/><stop offset="1"/></linearGradient></defs><rect width="120" height="30" fill="url(#g)"/>',
        ),
      ),
    )
      .png()
      .toFile(file('ramp.png'));
    const made = await stones(
      'ramp.png',
      'r.csv',
      '--lay',
      'picture',
      '--by',
      'size',
      '--width',
      '120',
      '--size',
      'SS6,SS10,SS16,SS20',
    );
    const lines = readFileSync(file('r.csv'), 'utf8')
      .trim()
      .split('\n')
      .slice(1)
      .map((l) => l.split(','));
    const mean = (size: string) => {
      const xs = lines.filter((l) => l[3] === size).map((l) => Number(l[0]));
      return xs.reduce((a, b) => a + b, 0) / xs.length;
    };
    const means = ['SS6', 'SS10', 'SS16', 'SS20'].map(mean);
    expect([...means].sort((a, b) => a - b)).toEqual(means);
    expect(made.faults.filter((f) => f.kind !== 'note')).toEqual([]);
  });

  test('takes no colour but those of its list, also where it diffuses', async () => {
    save('colours.csv', 'Red,#d8332a\nGold,#f2c230\n');
    const made = await stones(
      'flat.png',
      'd.csv',
      '--lay',
      'picture',
      '--width',
      '60',
      '--colours',
      'colours.csv',
      '--diffuse',
    );
    expect(Object.keys(made.by_colour).every((c) => ['Red', 'Gold'].includes(c))).toBe(true);
  });
});
