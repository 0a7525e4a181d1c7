/** Side of a tile that is drawn here, in pixels. */
export const TILE_SIDE = 512;

/** Fonts that ship with the application. */
export const TILE_FONTS = [
  'Bricolage Grotesque Variable',
  'Instrument Sans Variable',
  'Martian Mono Variable',
] as const;

/** Places and sizes are shares of the tile's side; places may lie beyond its edges, where it repeats. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export type Tool = 'pen' | 'line' | 'rectangle' | 'ellipse' | 'letters';

/** One thing drawn. `dark` 0..1: 1 prints first, 0 last. */
export interface Mark {
  readonly tool: Tool;
  readonly points: readonly Point[];
  readonly dark: number;
  /** Of a pen or an outline. */
  readonly width: number;
  readonly filled: boolean;
  /** For letters: what is written, in which font, how high. */
  readonly text: string;
  readonly font: string;
  readonly size: number;
}

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** Offsets at which a mark shows in one tile: itself and where its repeats reach in. */
function repeatsOf(halfDrop: boolean): Point[] {
  const offsets: Point[] = [];
  for (const x of [-1, 0, 1]) {
    for (const y of halfDrop && x !== 0 ? [-1.5, -0.5, 0.5, 1.5] : [-1, 0, 1]) offsets.push({ x, y });
  }
  return offsets;
}

function paint(context: Context, mark: Mark): void {
  const [a, b] = [mark.points[0]!, mark.points.at(-1)!];
  const grey = Math.round(255 * (1 - mark.dark));
  context.fillStyle = `rgb(${grey} ${grey} ${grey})`;
  context.strokeStyle = context.fillStyle;
  context.lineWidth = mark.width;
  context.lineCap = 'round';
  context.lineJoin = 'round';
  context.beginPath();
  switch (mark.tool) {
    case 'pen':
    case 'line':
      context.moveTo(a.x, a.y);
      for (const p of mark.tool === 'pen' ? mark.points : [b]) context.lineTo(p.x, p.y);
      context.stroke();
      return;
    case 'rectangle':
      context.rect(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.abs(b.x - a.x), Math.abs(b.y - a.y));
      break;
    case 'ellipse':
      context.ellipse((a.x + b.x) / 2, (a.y + b.y) / 2, Math.abs(b.x - a.x) / 2, Math.abs(b.y - a.y) / 2, 0, 0, 7);
      break;
    case 'letters':
      // Fonts have sizes in pixels, so letters are set large and drawn small.
      context.save();
      context.translate(b.x, b.y);
      context.scale(mark.size / 100, mark.size / 100);
      context.font = `600 100px "${mark.font}"`;
      context.textAlign = 'center';
      context.textBaseline = 'middle';
      context.fillText(mark.text, 0, 0);
      context.restore();
      return;
  }
  if (mark.filled) context.fill();
  else context.stroke();
}

/** Draws a tile with all its marks, each going on where the tile repeats; white where nothing is. */
export function drawTile(
  context: Context,
  side: number,
  marks: readonly Mark[],
  base: CanvasImageSource | null,
  halfDrop: boolean,
): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, side, side);
  if (base) context.drawImage(base, 0, 0, side, side);
  const repeats = repeatsOf(halfDrop);
  for (const mark of marks) {
    for (const { x, y } of repeats) {
      context.setTransform(side, 0, 0, side, x * side, y * side);
      paint(context, mark);
    }
  }
  context.setTransform(1, 0, 0, 1, 0, 0);
}

/** Grey bytes of what is drawn on a square canvas. */
export function greyOf(context: OffscreenCanvasRenderingContext2D, side: number): Uint8Array {
  const { data } = context.getImageData(0, 0, side, side);
  return Uint8Array.from({ length: side * side }, (_, k) => data[4 * k]!);
}
