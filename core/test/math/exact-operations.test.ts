import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';

const SOURCES = new URL('../../src', import.meta.url).pathname;

/** What JavaScript engines may round differently, so that browser and server could print different pixels. */
const INEXACT =
  /Math\.(a?(sin|cos|tan)h?|atan2|exp|expm1|log|log2|log10|log1p|pow|hypot|cbrt|random)\b|[\w)\]]\s*\*\*\s*[\w(+-]/;

/** Files from which nothing reaches a plate, and why. */
const ALLOWED: Readonly<Record<string, string>> = {
  'measure/': 'Readings are shown and never printed.',
  'scan/': 'What is found in a scan goes into a job as numbers of its document, which every machine reads alike.',
  'match/ink-names.ts': 'The name of an ink is text in a recipe.',
  'unscreen/': 'The picture without its screen is made once, by the server, and stored under its hash.',
  'press/scanner.ts': 'The stand-in scanner makes scans and no plates.',
  'calibrate/chart-marks.ts': 'Marks are found in scans, of which only measured numbers go into a job.',
  'calibrate/landing.ts': 'Where an ink lands goes into its press settings as a stored number.',
  'calibrate/read-chart.ts': 'What a chart tells goes into inks as stored numbers.',
  'colour/ciede2000.ts': 'Colour differences are readings: a separation decides by OKLab distances.',
};

const withoutComments = (text: string): string =>
  text.replace(/\/\*[\s\S]*?\*\//g, '').replace(/(^|\s)\/\/.*$/gm, '$1');

const inexactLines = (text: string): string[] =>
  withoutComments(text)
    .split('\n')
    .filter((line) => INEXACT.test(line));

test('the rule finds what it forbids, and nothing else', () => {
  const found = inexactLines('const a = Math.sin(x);\nb = x ** 2;\n// Math.cos\n/* a ** b */\nc = Math.sqrt(x) * 2;\n');
  expect(found).toEqual(['const a = Math.sin(x);', 'b = x ** 2;']);
});

test('what reaches a plate is computed with operations that IEEE 754 fixes exactly', () => {
  const files = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.ts'));
  expect(files.length).toBeGreaterThan(100);
  const wrong = files
    .map((file) => relative(SOURCES, join(SOURCES, file)))
    .filter((file) => !Object.keys(ALLOWED).some((allowed) => file.startsWith(allowed)))
    .flatMap((file) =>
      inexactLines(readFileSync(join(SOURCES, file), 'utf8')).map((line) => `${file}: ${line.trim()}`),
    );
  expect(wrong).toEqual([]);
});
