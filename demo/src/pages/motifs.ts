import type { InkDrawing } from './ink-drawing.ts';

/** A child in a coat with a scarf, 40 mm high at scale 1, its feet at 0, 0. `blown`: the scarf flies, the arms go up. */
export function child(ink: InkDrawing, blown: boolean): void {
  ink.brush(blown ? '-3,-10 -5,-5 -8,0' : '-3,-10 -3.4,-5 -3.2,0', 2.6);
  ink.brush(blown ? '3,-10 7,-5 11,-3' : '3,-10 3.6,-5 3.4,0', 2.6);
  ink.solid(
    blown
      ? 'M-11 0 q1 -2.4 4 -2 l2 1.6 q-2 2 -6 .4z M9 -4.4 q3 -1.4 4.6 1.2 l-.4 2.4 q-3 -.6 -4.2 -3.6z'
      : 'M-6.4 .6 q.4 -2.4 3.6 -2 l2 2z M1.6 .6 q.6 -2.4 3.8 -2 l2 2z',
  );
  // The arm behind the coat.
  ink.shape(
    blown
      ? 'M3 -23 C8 -27 11 -32 12.6 -36 l2.6 1 C13.6 -30 10 -24 6 -19z'
      : 'M5 -23 C9 -20 10 -15 10 -11 l-3 .4 C7 -14 6 -17 3 -19z',
    0.6,
  );
  ink.seed('coat', blown ? [9, -27.4] : [7.6, -17]);
  ink.shape(blown ? 'M12.4 -36 q.2 -2.4 2 -2 q1.6 .6 .8 3z' : 'M7 -10.6 q0 2.4 1.8 2.2 q1.8 -.4 1.2 -2.6z', 0.5);
  ink.seed('skin', blown ? [13.9, -36.2] : [8.2, -9.3]);
  // Coat.
  ink.shape(
    'M-4.4 -25 C-7 -20 -8 -13 -9 -8 C-4 -6.4 4 -6.4 9 -8 C8 -14 7 -20 4.4 -25 C2 -26.4 -2 -26.4 -4.4 -25z',
    0.7,
  );
  ink.brush('0,-24 .3,-16 .1,-7', 0.5);
  ink.solid('M1.4 -20 a.5 .5 0 1 0 .01 0z M1.5 -15.4 a.5 .5 0 1 0 .01 0z M1.6 -11 a.5 .5 0 1 0 .01 0z');
  ink.seed('coat', [-4, -15], [3.6, -17.5]);
  // The arm before it.
  ink.shape(
    blown
      ? 'M-2.4 -23.6 C1 -27 3 -32 4 -36 l2.6 .8 C6 -30 4 -24 .6 -19z'
      : 'M-4.6 -23 C-8.4 -19 -9.6 -15 -9.6 -11 l3 .4 C-6.6 -14 -5 -17 -2.4 -20z',
    0.6,
  );
  if (!blown) ink.seed('coat', [-7, -16]);
  ink.shape(blown ? 'M3.9 -36 q0 -2.6 1.8 -2.2 q1.8 .6 .9 3z' : 'M-9.6 -10.8 q-.2 2.4 1.6 2.4 q1.8 -.2 1.4 -2.2z', 0.5);
  if (!blown) ink.seed('skin', [-8.2, -9.6]);
  // Scarf.
  ink.shape(
    blown
      ? 'M-4 -26.6 C-9 -28 -13 -25 -18 -27.6 l-.6 3.4 C-13 -21.6 -9 -24.6 -4 -23.4z'
      : 'M-3.6 -25 l-1.6 8.6 l3.4 .4 l1 -8z',
    0.55,
  );
  ink.seed('scarf', blown ? [-9.6, -25.2] : [-3.4, -20]);
  // Head and hair.
  ink.shape('M0 -26.4 m-6.2 -5.6 a6.2 6.4 0 1 0 12.4 0 a6.2 6.4 0 1 0 -12.4 0z', 0.7);
  ink.seed('skin', [-3.4, -29.4]);
  ink.shape('M-5 -26.8 C-2 -24.6 2 -24.6 5 -26.8 l.6 2.6 C2 -21.6 -2 -21.6 -5.6 -24.2z', 0.55);
  ink.seed('scarf', [0, -24]);
  ink.shape(
    blown
      ? 'M-6.8 -30 C-11 -33 -9.6 -37 -7 -38.4 C-5 -42 3 -42 5.6 -38 C6.6 -36.4 6.8 -35 6.6 -33.4 C3.6 -33.4 .6 -35 -1.6 -36.6 C-2.4 -34 -4 -32.4 -5.2 -31.6 C-5.2 -30.6 -5.8 -29.6 -6.8 -30z'
      : 'M-6.6 -27.4 C-8.8 -33 -7 -40 0 -40 C7 -40 8.8 -33 6.6 -27.4 C5.6 -29 5.6 -32 5 -34.4 C2 -34.4 -1 -35.4 -3 -36.6 C-4.6 -34 -5.4 -31 -6.6 -27.4z',
    0.7,
  );
  ink.seed('hair', blown ? [-5.6, -35.4] : [-5.2, -35.6], [3, -37.4], [5.2, -35.2]);
  ink.solid('M-1.2 -31.6 a.75 1.1 0 1 0 .01 0z M3.4 -31.6 a.75 1.1 0 1 0 .01 0z');
  ink.brush(blown ? '-.4,-28.4 1.4,-27.6 3,-28.6' : '-.2,-28.2 1.4,-28.4 2.8,-28', 0.6);
  ink.brush('1.4,-30.6 2.1,-29.8 1.3,-29.5', 0.35);
}

/** A kite with a cross and a tail, 24 mm high at scale 1, its middle at 0, 0. */
export function kite(ink: InkDrawing): void {
  ink.shape('M0 -13 L9 -2 L0 15 L-9 -2z', 0.7);
  ink.brush('0,-13 .2,0 0,15', 0.6);
  ink.brush('-9,-2 0,-1.6 9,-2', 0.6);
  ink.seed('kite', [-3, -5], [3, 4]);
  ink.seed('kite two', [3, -5], [-3, 4]);
  ink.brush('0,15 3,19 -2,23 2,28 -3,32', 0.5);
  for (const [x, y] of [
    [2.2, 18.4],
    [-1, 23],
    [0.6, 28],
  ] as const) {
    ink.shape(`M${x} ${y} l-3.4 -1.6 v3.2z M${x} ${y} l3.4 -1.6 v3.2z`, 0.45);
    ink.seed('kite', [x - 2.4, y], [x + 2.4, y]);
  }
}

/** A house with a gable, its left foot at 0, 0. */
export function house(ink: InkDrawing, colour: string, width: number, height: number): void {
  const roof = width * 0.62;
  ink.shape(`M0 0 V${-height} L${width / 2} ${-height - roof} L${width} ${-height} V0z`, 0.6);
  ink.shape(
    `M-1 ${-height + 0.6} L${width / 2} ${-height - roof - 1} L${width + 1} ${-height + 0.6} L${width - 1.4} ${-height + 1} L${width / 2} ${-height - roof + 2.4} L1.4 ${-height + 1}z`,
    0.6,
  );
  ink.seed(colour, [width * 0.18, -height * 0.5]);
  ink.seed('roof', [width / 2, -height - roof + 0.4]);
  for (let y = -height + 3; y < -4; y += 6) {
    for (const x of [width * 0.28, width * 0.62]) {
      ink.shape(`M${x} ${y} h2.2 v3.2 h-2.2z`, 0.4);
      ink.seed('window', [x + 1.1, y + 1.6]);
    }
  }
}

/** A gull in flight, 12 mm wide. */
export function gull(ink: InkDrawing): void {
  ink.brush('-6,-1 -3,-3.4 0,0 3,-3.4 6.4,-1.4', 1);
}

/** Waves: short strokes in rows. */
export function waves(ink: InkDrawing, x: number, y: number, width: number, rows: number): void {
  for (let row = 0; row < rows; row++) {
    for (let k = 0; k * 17 < width - 12; k++) {
      const [px, py] = [x + k * 17 + (row % 2) * 8, y + row * 3.4];
      ink.brush(`${px},${py} ${px + 3},${py - 1} ${px + 6},${py} ${px + 9},${py - 0.9}`, 0.5);
    }
  }
}

/** A cloud, about 26 mm wide. */
export function cloud(ink: InkDrawing): void {
  ink.shape(
    'M-12 3 C-16 3 -16 -3 -11.4 -3 C-11 -7.6 -4.6 -8.6 -2.6 -5.4 C0 -9 7 -7.4 7 -3.4 C12.4 -4.6 14.6 3 9 3z',
    0.55,
  );
}

/** A speech balloon about 0, 0 with its tail towards a point. */
export function balloon(ink: InkDrawing, rx: number, ry: number, tailX: number, tailY: number): void {
  // One outline: round the ellipse from one side of the tail to the other, and out to its point.
  const [a, b] = [-0.24, 0.16];
  const y = (share: number) => ry * Math.sqrt(1 - share * share);
  ink.shape(`M${a * rx} ${y(a)} A${rx} ${ry} 0 1 1 ${b * rx} ${y(b)} L${tailX} ${tailY}z`, 0.7);
}
