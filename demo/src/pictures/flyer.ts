import sharp from 'sharp';
import { random } from '../random.ts';
import { brush, type Point, stroke } from './brush.ts';

const WIDE = 1000;
const HIGH = 1200;

function hatching(
  x: number,
  y: number,
  width: number,
  rows: number,
  gap: number,
  lean: number,
  next: () => number,
): string {
  return Array.from({ length: rows }, (_, k) => {
    const from: Point = [x + lean * k + next() * 6, y + gap * k];
    const to: Point = [x + width - lean * k * 0.3 - next() * 30, y + gap * k - 16 + next() * 5];
    return stroke([from, [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2 + 3], to], 3.4);
  }).join('');
}

function lines(): string {
  const next = random(31);
  const kite =
    brush('690,90 810,250', 9) +
    brush('810,250 640,420', 9) +
    brush('640,420 560,220', 9) +
    brush('560,220 690,90', 9) +
    brush('690,90 640,420', 5) +
    brush('560,220 810,250', 5);
  const tail =
    brush('640,420 600,480 670,530 620,600 690,650', 7) +
    [
      [610, 482],
      [655, 545],
      [640, 612],
    ]
      .map(
        ([x, y]) =>
          stroke(
            [
              [x! - 22, y! - 12],
              [x! + 22, y! + 12],
            ],
            11,
          ) +
          stroke(
            [
              [x! - 22, y! + 12],
              [x! + 22, y! - 12],
            ],
            11,
          ),
      )
      .join('');
  const string = brush('685,240 560,520 430,690 352,742', 4);
  const head = brush('232,690 214,730 226,776 262,800 300,790 322,752 314,706 276,680 232,690', 9);
  const hair = brush('222,716 190,690 200,640 262,634 318,660 330,704', 20) + hatching(214, 668, 100, 5, 9, 2, next);
  const face =
    brush('286,722 298,728', 7) +
    brush('258,722 268,720', 6) +
    brush('282,734 290,752 278,756', 5) +
    brush('262,772 280,779 296,770', 6);
  const coat =
    brush('242,800 176,850 150,960 132,1090', 11) +
    brush('288,800 330,840 344,940 352,1090', 11) +
    brush('132,1090 240,1112 352,1090', 10) +
    brush('262,806 258,950 250,1100', 5);
  const arm =
    brush('300,812 350,800 372,760 356,738', 12) +
    brush('338,868 392,830 398,760 372,732', 9) +
    brush('356,738 364,722 378,732', 8) +
    brush('178,850 150,900 168,960 206,968', 10);
  const scarf =
    brush('236,800 264,818 300,802', 16) +
    brush('240,806 180,800 120,832 60,812', 13) +
    brush('244,818 186,824 130,858 76,846', 9);
  const legs =
    brush('190,1100 184,1150 176,1186', 12) +
    brush('300,1098 312,1150 318,1186', 12) +
    brush('160,1188 200,1190', 13) +
    brush('304,1188 350,1190', 13);
  const ground =
    brush('20,1150 300,1176 620,1130 980,1164', 10) +
    hatching(420, 1150, 380, 5, 9, 12, next) +
    hatching(30, 1168, 130, 3, 9, 6, next);
  const hills = brush('480,1020 620,950 760,985 900,930 990,955', 6) + brush('420,1080 600,1030 800,1052 990,1010', 7);
  const wind = [
    [80, 330],
    [120, 470],
    [420, 120],
    [330, 560],
    [790, 560],
  ]
    .map(([x, y]) =>
      stroke(
        [
          [x!, y!],
          [x! + 70, y! - 22],
          [x! + 150, y! + 4],
          [x! + 190, y! - 26],
        ],
        4,
      ),
    )
    .join('');
  const shade = hatching(150, 930, 90, 15, 11, 0, next) + hatching(576, 250, 70, 9, 11, 6, next);
  return kite + tail + string + head + hair + face + coat + arm + scarf + legs + ground + hills + wind + shade;
}

const svg = (body: string): Buffer =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="3000" height="3600" viewBox="0 0 ${WIDE} ${HIGH}">${body}</svg>`,
  );

/** An inked drawing of a child and a kite: brush strokes on nothing. PNG with alpha. */
export function makeFlyerLines(): Promise<Buffer> {
  return sharp(svg(`<g fill="#14110f">${lines()}</g>`))
    .png()
    .toBuffer();
}

/** Tones to lay under the drawing: a wide sky, the kite, the coat, the ground. Grey PNG. */
export function makeFlyerTones(): Promise<Buffer> {
  const tones = `<defs><linearGradient id="s" x1="0" y1="0" x2=".2" y2="1"><stop offset="0" stop-color="#5a5a5a"/><stop offset=".75" stop-color="#f4f4f4"/><stop offset="1" stop-color="#fff"/></linearGradient><linearGradient id="c" x1="0" x2="1"><stop offset="0" stop-color="#2a2a2a"/><stop offset="1" stop-color="#b4b4b4"/></linearGradient><radialGradient id="f" cx=".7" cy=".35" r=".8"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#9a9a9a"/></radialGradient></defs>
<rect width="${WIDE}" height="${HIGH}" fill="url(#s)"/><path d="M420 1080L600 1030L800 1052L1000 1008V1200H0V1148L300 1174z" fill="#c4c4c4"/><path d="M690 90L810 250L640 420L560 220z" fill="#fff"/><path d="M690 90L560 220L640 420z" fill="#3c3c3c"/><path d="M242 800L176 850L150 960L132 1090L240 1112L352 1090L344 940L330 840L288 800z" fill="url(#c)"/><circle cx="268" cy="740" r="56" fill="url(#f)"/><path d="M236 800L264 818L300 802L244 818L130 858L60 812L180 800z" fill="#6a6a6a"/>`;
  return sharp(svg(tones)).toColourspace('b-w').png().toBuffer();
}
