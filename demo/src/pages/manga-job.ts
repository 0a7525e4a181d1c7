import { DEFAULT_SHEET, createJob, type Fill, type Job, type Picture, plainInk, plainStock } from '@chromatype/core';
import { MANGA_PAGE, mangaDrawing } from './manga-drawing.ts';
import { flooded, linesOf, painted, passWith, strokesOf, tintFill } from './parts.ts';

const BLACK = plainInk('Black', '#17140f');
const LPI = 60;

/** Flat tones of the page. All of one frequency and angle, so that neighbours meet in register. */
const TONES: Readonly<Record<string, number>> = {
  hill: 0.5,
  wall: 0.1,
  shade: 0.2,
  roof: 0.6,
  sea: 0.3,
  coat: 0.4,
  scarf: 0.1,
  kite: 0.4,
};

const tone = (area: string, tint: number, change: Partial<Fill['feed']> = {}): Fill =>
  tintFill(`tone-${area}`, { tint, stencil: `area-${area}`, lpi: LPI, feed: change });

/** The manga-style page: six tones, gradations, scraped light, and two percentages that make a step. */
export function mangaJob(lines: Picture): Job {
  const { seeds } = mangaDrawing();
  const page = { ...MANGA_PAGE, lines };
  const areas = [...Object.keys(TONES), 'night', 'air', 'dawn', 'hair'];
  const stars = [
    '16,16 16.4,16.4',
    '31,24 31.3,24.2',
    '47,14 47.4,14.1',
    '66,22 66.2,22.3',
    '84,13 84.3,13.2',
    '95,26 95.2,26.3',
    '134,15 134.3,15.3',
    '22,33 22.3,33.2',
  ];
  const rays = ['100,146 70,210', '108,146 92,210', '117,146 118,210', '126,146 146,208'];
  const shine = ['32,80 44,86 52,96', '38,78 50,84 58,94'];
  return {
    ...createJob('The night before the wind, page', 'none'),
    sheet: { ...DEFAULT_SHEET, ...MANGA_PAGE, bleed: 0, ppi: 600, stock: plainStock('White', '#fbfaf6') },
    pictures: [lines],
    stencils: [
      linesOf(page),
      ...areas.map((area) => flooded(page, seeds, area)),
      painted(
        'step',
        'Shadow of the coat',
        strokesOf(['58,112 62,128 66,146', '70,170 72,182 78,192'], 14, 1),
        'area-coat',
      ),
      painted('stars', 'Stars', strokesOf(stars, 0.9, 1), 'area-night'),
      painted('rays', 'Rays of dawn', strokesOf(rays, 7, 0.2), 'area-dawn'),
      painted('shine', 'Shine of the hair', strokesOf(shine, 4, 0.4), 'area-hair'),
    ],
    passes: [
      passWith('black', BLACK, [
        ...Object.entries(TONES).map(([area, tint]) => tone(area, tint)),
        tone('night', 0.85, { run: 'linear', tintTo: 0.3, fromX: 75, fromY: 8, toX: 75, toY: 56 }),
        tone('air', 0.08, { run: 'radial', tintTo: 0.45, fromX: 110, fromY: 106, toX: 110, toY: 150 }),
        tone('dawn', 0.4, { run: 'linear', tintTo: 0.08, fromX: 75, fromY: 148, toX: 75, toY: 186 }),
        tone('hair', 1),
        tintFill('step', { tint: 0.6, stencil: 'step', lpi: LPI }),
        tintFill('stars', { tint: 1, stencil: 'stars', lpi: LPI, change: { over: 'scrapes' } }),
        tintFill('rays', {
          tint: 0.75,
          stencil: 'rays',
          lpi: 30,
          angle: 68,
          change: { over: 'scrapes' },
          screen: { family: 'lines' },
        }),
        tintFill('shine', {
          tint: 0.6,
          stencil: 'shine',
          lpi: 36,
          angle: 30,
          change: { over: 'scrapes' },
          screen: { family: 'lines' },
        }),
        tintFill('lines', { tint: 1, stencil: 'lines', lpi: LPI }),
      ]),
    ],
  };
}
