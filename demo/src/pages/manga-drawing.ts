import { createInkDrawing, type InkDrawing } from './ink-drawing.ts';
import { lettered } from './lettering-path.ts';
import { balloon, child, cloud, gull, house, kite, waves } from './motifs.ts';

/** The manga-style page in mm. */
export const MANGA_PAGE = { width: 150, height: 210 };

/** Houses on the quay at night; their windows stay bare. */
function town(ink: InkDrawing): void {
  let x = 0;
  for (const [colour, width, height] of [
    ['wall', 13, 20],
    ['shade', 11, 27],
    ['wall', 14, 18],
    ['shade', 12, 24],
    ['wall', 13, 29],
  ] as const) {
    ink.at(x, 0, 1, () => house(ink, colour, width, height));
    x += width + 1;
  }
}

/** The whole page: a night at the harbour, and the wind that comes in the morning. */
export function mangaDrawing(): InkDrawing {
  const ink = createInkDrawing(MANGA_PAGE.width, MANGA_PAGE.height);
  ink.panel(7, 7, 136, 66, () => {
    ink.seed('night', [20, 14]);
    ink.shape('M106 24 a10 10 0 1 0 20 0 a10 10 0 1 0 -20 0z', 0.6);
    ink.shape('M5 56 C24 30 52 30 76 44 C100 56 120 46 146 50 V76 H5z', 0.7);
    ink.seed('hill', [24, 50], [138, 54]);
    ink.at(58, 58, 1, () => town(ink));
    ink.shape('M5 58 h142 v5 h-142z', 0.7);
    ink.seed('wall', [9, 60.5]);
    ink.shape('M5 63 h142 v14 h-142z', 0.6);
    ink.seed('sea', [12, 70]);
    waves(ink, 12, 66, 126, 2);
  });
  ink.panel(7, 77, 66, 66, () => {
    ink.at(44, 185, 2.9, () => child(ink, true), true);
  });
  ink.panel(77, 77, 66, 66, () => {
    ink.seed('air', [82, 82]);
    ink.at(130, 126, 0.75, () => cloud(ink));
    ink.at(112, 106, 1.35, () => kite(ink));
    ink.at(134, 90, 0.7, () => gull(ink));
    ink.brush('112,106 99,123 84,142', 0.5);
    // Said by the child of the panel before it.
    ink.at(93, 88, 1, () => {
      balloon(ink, 13, 6.4, -15, 11);
      ink.solid(lettered('comic', ['IT TURNED!'], 5.2));
    });
  });
  ink.panel(7, 147, 136, 56, () => {
    ink.seed('dawn', [12, 152]);
    ink.shape('M5 190 C40 172 90 184 146 168 V206 H5z', 0.8);
    ink.seed('hill', [20, 194]);
    ink.at(104, 160, 1, () => cloud(ink));
    ink.at(60, 196, 1.05, () => child(ink, true));
    ink.at(128, 176, 0.8, () => gull(ink));
    for (const [x, y] of [
      [84, 172],
      [98, 186],
      [76, 194],
    ] as const)
      ink.brush(`${x},${y} ${x + 9},${y - 2.4} ${x + 18},${y + 0.4} ${x + 25},${y - 3}`, 0.8);
    ink.at(28, 163, 1, () => ink.shape(lettered('comic', ['SWISH'], 15), 0.6));
  });
  return ink;
}
