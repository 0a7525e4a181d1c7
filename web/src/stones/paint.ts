import { footprintOf, type JobStones, linearOfHex, SHADED, type StoneList, shadedStone } from '@chromatype/core';
import type { StoneView } from './stones-store.ts';

/** Stones that are drawn once and laid many times: by size, colour and width in pixels. */
const sprites = new Map<string, OffscreenCanvas>();
/** More are forgotten all at once: another scale needs others. */
const MOST_SPRITES = 600;
const looks = new Map<string, OffscreenCanvas>();

/** The shading of a stone of a colour, square. */
function lookOf(colour: string): OffscreenCanvas {
  const known = looks.get(colour);
  if (known) return known;
  const canvas = new OffscreenCanvas(SHADED, SHADED);
  const context = canvas.getContext('2d')!;
  const rgb = shadedStone(linearOfHex(colour));
  const image = context.createImageData(SHADED, SHADED);
  for (let k = 0, n = 0; n < rgb.length; k += 4, n += 3) {
    image.data[k] = rgb[n]!;
    image.data[k + 1] = rgb[n + 1]!;
    image.data[k + 2] = rgb[n + 2]!;
    image.data[k + 3] = 255;
  }
  context.putImageData(image, 0, 0);
  looks.set(colour, canvas);
  return canvas;
}

interface Look {
  readonly shape: string;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

/** A stone as large as it is at a scale in device pixels, its middle in the middle of the picture. */
function spriteOf(look: Look, perMm: number): OffscreenCanvas {
  const key = `${look.shape} ${look.width} ${look.height} ${look.colour} ${perMm.toFixed(3)}`;
  const known = sprites.get(key);
  if (known) return known;
  if (sprites.size > MOST_SPRITES) sprites.clear();
  const [w, h] = [look.width * perMm, look.height * perMm];
  const canvas = new OffscreenCanvas(Math.ceil(w) + 2, Math.ceil(h) + 2);
  const context = canvas.getContext('2d')!;
  context.translate(canvas.width / 2, canvas.height / 2);
  context.drawImage(lookOf(look.colour), -w / 2, -h / 2, w, h);
  context.globalCompositeOperation = 'destination-in';
  context.beginPath();
  const { corners } = footprintOf({ ...look, name: '', price: 0, bag: 1, weight: 0, clearance: 0 });
  if (corners) {
    for (let k = 0; k < corners.length; k += 2) context.lineTo(corners[k]! * perMm, corners[k + 1]! * perMm);
  } else context.arc(0, 0, w / 2, 0, 2 * Math.PI);
  context.fill();
  sprites.set(key, canvas);
  return canvas;
}

export interface Painted {
  readonly stones: StoneList;
  readonly table: JobStones;
  /** `#rrggbb` of the cloth. */
  readonly cloth: string;
  /** mm. */
  readonly sheet: { readonly width: number; readonly height: number };
  readonly view: StoneView;
  /** Stones that are chosen, moved by so many mm while they are dragged. */
  readonly picks: ReadonlySet<number>;
  readonly moved: { readonly x: number; readonly y: number };
  /** Outlines of the art in mm, and of the chosen region. */
  readonly art: readonly string[];
  readonly chosenArt: string | null;
  /** Stones that are at fault. */
  readonly faulty: ReadonlySet<number>;
  readonly locked: ReadonlySet<number>;
  readonly dark: boolean;
}

/** Draws the cloth, the outlines and the stones into a canvas; `ratio`: device pixels a CSS pixel. */
export function paintStones(canvas: HTMLCanvasElement, painted: Painted, ratio: number): void {
  const context = canvas.getContext('2d')!;
  const { view, stones, table, sheet, picks, moved } = painted;
  const perMm = view.scale * ratio;
  const [left, top] = [view.x * ratio, view.y * ratio];
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.shadowColor = 'rgb(0 0 0 / 30%)';
  context.shadowBlur = 8 * ratio;
  context.fillStyle = painted.cloth;
  context.fillRect(left, top, sheet.width * perMm, sheet.height * perMm);
  context.shadowColor = 'transparent';
  const line = (path: string, colour: string, width: number) => {
    context.setTransform(perMm, 0, 0, perMm, left, top);
    context.strokeStyle = colour;
    context.lineWidth = (width * ratio) / perMm;
    context.stroke(new Path2D(path));
    context.setTransform(1, 0, 0, 1, 0, 0);
  };
  for (const path of painted.art) if (path) line(path, painted.dark ? 'rgb(255 255 255 / 35%)' : 'rgb(0 0 0 / 35%)', 1);
  if (painted.chosenArt) line(painted.chosenArt, painted.dark ? 'rgb(255 255 255 / 75%)' : 'rgb(0 0 0 / 70%)', 1.2);
  const seen = (x: number, y: number, r: number) =>
    x + r > 0 && y + r > 0 && x - r < canvas.width && y - r < canvas.height;
  const ring = (k: number, colour: string, width: number, wider: number) => {
    const size = table.sizes[stones.size[k]!]!;
    const [dx, dy] = picks.has(k) ? [moved.x, moved.y] : [0, 0];
    const r = (Math.max(size.width, size.height) / 2) * perMm + wider * ratio;
    const [x, y] = [left + (stones.x[k]! + dx) * perMm, top + (stones.y[k]! + dy) * perMm];
    if (!seen(x, y, r)) return;
    context.beginPath();
    context.arc(x, y, r, 0, 2 * Math.PI);
    context.strokeStyle = colour;
    context.lineWidth = width * ratio;
    context.stroke();
  };
  for (let k = 0; k < stones.count; k++) {
    const size = table.sizes[stones.size[k]!];
    const colour = table.colours[stones.colour[k]!];
    if (!size || !colour) continue;
    const [dx, dy] = picks.has(k) ? [moved.x, moved.y] : [0, 0];
    const [x, y] = [left + (stones.x[k]! + dx) * perMm, top + (stones.y[k]! + dy) * perMm];
    if (!seen(x, y, Math.max(size.width, size.height) * perMm)) continue;
    const sprite = spriteOf({ ...size, colour: colour.colour }, perMm);
    const turn = stones.turn[k]!;
    if (turn !== 0 && size.shape !== 'round') {
      const a = (-turn * Math.PI) / 180;
      context.setTransform(Math.cos(a), Math.sin(a), -Math.sin(a), Math.cos(a), x, y);
      context.drawImage(sprite, -sprite.width / 2, -sprite.height / 2);
      context.setTransform(1, 0, 0, 1, 0, 0);
    } else context.drawImage(sprite, x - sprite.width / 2, y - sprite.height / 2);
  }
  for (const k of painted.locked) ring(k, painted.dark ? '#f5f1e8' : '#1e1b18', 1, -2);
  for (const k of picks) ring(k, '#f0502e', 2, 1.5);
  for (const k of painted.faulty) {
    ring(k, '#ffffff', 3.5, 3.5);
    ring(k, '#0b6e75', 2, 3.5);
  }
}
