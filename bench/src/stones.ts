import {
  artOfContours,
  contoursOf,
  DEFAULT_JOB_STONES,
  type Layout,
  layStones,
  loadClipper,
  normalsOf,
  STONE_PARAMS,
  type StoneArt,
  type StoneSettings,
} from '@chromatype/core';
import { median, ms, type Row, timed } from './statistics.ts';

const TIMES = 5;
/** Stones that are laid at least, and the milliseconds that they may take. */
const STONES = 20_000;
const MOST = 500;
/** Flatness of outlines in mm, as stencils have it. */
const FLATNESS = 0.002;

/** A heart of about a width in mm, with a curved outline, a point and a bay. */
const heart = (w: number): StoneArt => {
  const k = w / 150;
  const path = 'M75 130C20 85 5 60 10 38C16 8 60 2 75 36C90 2 134 8 140 38C145 60 130 85 75 130Z';
  return artOfContours(contoursOf(path, [k, 0, 0, k, 0, 0], FLATNESS, 'exact'));
};

/** Many lines of circles, for runs: as many outlines as it takes. */
const circles = (count: number, r: number): StoneArt => {
  const across = Math.ceil(Math.sqrt(count));
  const paths = Array.from({ length: count }, (_, k) => {
    const [x, y] = [(k % across) * (2 * r + 6) + r, Math.floor(k / across) * (2 * r + 6) + r];
    return `M${x + r} ${y}A${r} ${r} 0 0 1 ${x - r} ${y}A${r} ${r} 0 0 1 ${x + r} ${y}Z`;
  });
  return artOfContours(contoursOf(paths.join(''), [1, 0, 0, 1, 0, 0], FLATNESS, 'exact'));
};

function lay(art: StoneArt, own: Partial<StoneSettings>): Layout {
  return layStones({
    table: DEFAULT_JOB_STONES,
    regions: [
      {
        art,
        own: { ...normalsOf(STONE_PARAMS), sizes: ['SS6'], ...own },
        centre: { x: 200, y: 170 },
        seed: 1,
        look: null,
        fault: null,
      },
    ],
    box: { left: 0, top: 0, right: 600, bottom: 600 },
    cloth: '#1e1b18',
  });
}

/** Ways of laying about 20 000 stones. */
const WAYS: readonly (readonly [string, () => StoneArt, Partial<StoneSettings>])[] = [
  ['run, 100 circles', () => circles(101, 73), { way: 'run', side: 'centre' }],
  ['rows', () => heart(485), { way: 'rows' }],
  ['brick rows at 20°', () => heart(452), { way: 'rows', rows: 'brick', angle: 20 }],
  ['inward', () => heart(485), { way: 'inward' }],
  ['around', () => heart(486), { way: 'around' }],
  ['packed, three sizes', () => heart(1010), { way: 'packed', sizes: ['SS20', 'SS10', 'SS6'] }],
  ['scattered', () => heart(622), { way: 'packed', filling: 'scattered', spread: 1.1 }],
];

/** How long layouts of about 20 000 stones take on one thread. */
export async function stoneRows(): Promise<Row[]> {
  await loadClipper();
  return WAYS.map(([name, art, own]) => {
    const shape = art();
    const { stones } = lay(shape, own);
    const value = median(timed(TIMES, () => lay(shape, own)));
    return {
      work: `stones, ${name}`,
      measured: `${ms(value)} for ${stones.count}`,
      asked: `20 000 in ${MOST} ms`,
      holds: value <= MOST && stones.count >= STONES,
      value,
    };
  });
}
