import { createInkDrawing, type InkDrawing } from './ink-drawing.ts';
import { lettered } from './lettering-path.ts';
import { balloon, child, cloud, gull, house, kite, waves } from './motifs.ts';

/** The comic strip page in mm. */
export const COMIC_PAGE = { width: 260, height: 180 };

/** The shout of the last panel: its letters about a place of the page. */
export const SHOUT = { x: 158, y: 103, path: lettered('comic', ['WHOOOSH!'], 17) };

function say(ink: InkDrawing, lines: readonly string[], size: number): void {
  ink.solid(lettered('comic', lines, size));
}

function caption(ink: InkDrawing, x: number, y: number, text: string): void {
  const width = text.length * 2.3 + 8;
  ink.shape(`M${x} ${y} h${width} v9 h${-width}z`, 0.7);
  ink.seed('caption', [x + 1.6, y + 1.6]);
  ink.at(x + width / 2, y + 4.5, 1, () => say(ink, [text], 5.4));
}

/** Houses on a row above the quay. */
function row(ink: InkDrawing, y: number): void {
  const houses = [
    ['brick', 13, 17],
    ['cream', 11, 22],
    ['pink', 14, 15],
    ['cream', 12, 19],
    ['brick', 10, 24],
  ] as const;
  let x = 0;
  for (const [colour, width, height] of houses) {
    ink.at(x, y, 1, () => house(ink, colour, width, height));
    x += width + 1;
  }
}

function quay(ink: InkDrawing, x: number, y: number, width: number): void {
  ink.shape(`M${x} ${y} h${width} v7 h${-width}z`, 0.7);
  for (let k = 14; k < width; k += 22) ink.brush(`${x + k},${y + 1} ${x + k + 0.5},${y + 4} ${x + k},${y + 6}`, 0.5);
  ink.seed('stone', [x + 3, y + 3.5]);
}

/** The whole page: four panels in which the wind comes. */
export function comicDrawing(): InkDrawing {
  const ink = createInkDrawing(COMIC_PAGE.width, COMIC_PAGE.height);
  ink.panel(6, 6, 148, 82, () => {
    ink.seed('sky', [100, 12]);
    ink.shape('M118 24 a9 9 0 1 0 18 0 a9 9 0 1 0 -18 0z', 0.7);
    ink.seed('sun', [127, 24]);
    ink.at(92, 26, 0.9, () => cloud(ink));
    ink.shape('M-2 62 C26 34 44 30 66 46 C86 58 110 40 170 52 V90 H-2z', 0.8);
    ink.seed('hill', [30, 47], [150, 55]);
    ink.at(68, 66, 1, () => row(ink, 0));
    quay(ink, 4, 66, 152);
    ink.seed('stone', [100, 69.5]);
    ink.shape('M4 73 h152 v20 h-152z', 0.6);
    ink.seed('sea', [20, 84]);
    waves(ink, 10, 79, 140, 3);
    ink.at(34, 78, 1, () => {
      ink.shape('M-11 0 h22 l-4 6 h-14z', 0.7);
      ink.seed('brick', [0, 3]);
      ink.shape('M-.4 -1 V-20 l-9 17z', 0.6);
      ink.shape('M1 -1 V-17 l8 14z', 0.6);
      ink.seed('cream', [-3, -6], [3.4, -5]);
    });
    caption(ink, 9, 9, 'MONDAY. NO WIND AT ALL.');
  });
  ink.panel(158, 6, 96, 82, () => {
    ink.seed('sky', [246, 40]);
    ink.at(232, 24, 0.8, () => cloud(ink));
    ink.shape('M156 66 C180 56 214 60 256 54 V90 H156z', 0.8);
    ink.seed('hill', [247, 66], [170, 71], [215, 72], [196, 72]);
    quay(ink, 156, 74, 100);
    ink.seed('stone', [250, 77.5]);
    ink.shape('M156 81 h100 v9 h-100z', 0.6);
    ink.seed('sea', [200, 85], [250, 85]);
    ink.at(236, 70, 0.62, () => kite(ink), true);
    ink.brush('236,64 222,62 214,68 207.2,65.4', 0.4);
    ink.at(196, 76, 1.12, () => child(ink, false));
    ink.at(192, 17, 1, () => {
      balloon(ink, 27, 8.4, 5, 12.6);
      say(ink, ['NOT A BREATH.'], 6.2);
    });
  });
  ink.panel(6, 92, 92, 82, () => {
    ink.seed('sky', [10, 120], [93, 100], [30, 98], [93, 152]);
    ink.at(58, 216, 3.3, () => child(ink, true), true);
    ink.at(17, 150, 0.9, () => gull(ink));
    ink.at(86, 158, 0.7, () => gull(ink));
    caption(ink, 9, 162, 'WAIT . . .');
  });
  ink.panel(102, 92, 152, 82, () => {
    ink.seed('sky', [200, 97], [139, 154]);
    ink.shape('M234 104 a8 8 0 1 0 16 0 a8 8 0 1 0 -16 0z', 0.7);
    ink.seed('sun', [242, 104]);
    ink.at(128, 128, 1, () => cloud(ink));
    ink.at(184, 140, 0.8, () => cloud(ink));
    ink.shape('M100 166 C130 150 168 160 256 148 V176 H100z', 0.8);
    ink.seed('hill', [112, 167], [250, 158]);
    ink.at(176, 172, 0.8, () => row(ink, 0));
    ink.shape('M100 169 h156 v8 h-156z', 0.6);
    ink.seed('sea', [110, 172]);
    waves(ink, 104, 172.6, 150, 1);
    ink.brush('141.2,111.6 166,116 206,118', 0.45);
    ink.at(208, 118, 0.95, () => kite(ink));
    ink.at(134, 160, 1.25, () => child(ink, true));
    ink.at(236, 134, 1, () => gull(ink));
    for (const [x, y] of [
      [108, 112],
      [150, 132],
      [220, 146],
    ] as const)
      ink.brush(`${x},${y} ${x + 8},${y - 2} ${x + 16},${y + 0.6} ${x + 22},${y - 2.4}`, 0.7);
    ink.at(SHOUT.x, SHOUT.y, 1, () => ink.shape(SHOUT.path, 0.7));
  });
  return ink;
}
