import { countCache, remember } from '../memory/cache.ts';
import { type PaintStroke, paintShare } from '../raster/strokes.ts';
import type { Area } from '../raster/area.ts';
import { distanceAt, distanceCube } from './colour-distance.ts';
import type { PictureSource } from '../raster/source.ts';

/** Colours that a stroke is known by, taken along its middle at most. */
const MOST_COLOURS = 16;
const MOST_KEPT = 40;

const hexOf = (bytes: Uint8Array, at: number, channels: number): string =>
  `#${[0, 1, 2].map((c) => bytes[channels === 1 ? at : at + c]!.toString(16).padStart(2, '0')).join('')}`;

/** Colours of the picture under the middle of a stroke whose lengths are in picture widths. */
function coloursUnder(source: PictureSource, { points }: PaintStroke): string[] {
  const { width, height, channels } = source;
  const count = points.length / 3;
  const step = Math.max(1, Math.ceil(count / MOST_COLOURS));
  const colours = new Set<string>();
  for (let k = 0; k < count; k += step) {
    const [x, y] = [Math.floor(points[3 * k]! * width), Math.floor(points[3 * k + 1]! * width)];
    if (x < 0 || y < 0 || x >= width || y >= height) continue;
    colours.add(hexOf(source.read(y, 1), x * channels, channels));
  }
  return [...colours];
}

/** Distances of every colour to the colours of a stroke; null for a stroke beside the picture. */
interface StrokeColours {
  readonly cube: Float32Array | null;
}

const newCache = () => countCache<StrokeColours>(MOST_KEPT);
const kept = new WeakMap<PictureSource, ReturnType<typeof newCache>>();

/** The cached distances to the colours of a stroke, so that painting one stroke does not measure the others again. */
function cubeOf(source: PictureSource, stroke: PaintStroke): Float32Array | null {
  const cubes = kept.get(source) ?? newCache();
  kept.set(source, cubes);
  return remember(cubes, JSON.stringify(stroke.points), () => {
    const colours = coloursUnder(source, stroke);
    return { cube: colours.length > 0 ? distanceCube(colours) : null };
  }).cube;
}

/**
 * What strokes in their order make of an area of the picture, as `paintShare` does, each only where the picture
 * is like the colours under the stroke's middle. `rows`: the picture's pixels there. Erasing works everywhere.
 */
export function edgeKeepingShare(
  source: PictureSource,
  {
    strokes,
    tolerance,
    softness,
  }: { readonly strokes: readonly PaintStroke[]; readonly tolerance: number; readonly softness: number },
  area: Area,
  rows: Uint8Array,
): Float32Array | null {
  const { width, channels } = source;
  let share: Float32Array | null = null;
  for (const stroke of strokes) {
    const cover = paintShare([{ ...stroke, does: 'darken' }], area, width);
    if (!cover) continue;
    share ??= new Float32Array(cover.length);
    const aim = stroke.does === 'darken' ? 1 : stroke.does === 'lighten' ? -1 : 0;
    const cube = aim === 0 ? null : cubeOf(source, stroke);
    for (let k = 0; k < cover.length; k++) {
      let reach = cover[k]!;
      if (reach === 0) continue;
      if (cube) {
        const at = k * channels;
        const [r, g, b] =
          channels === 1 ? [rows[at]!, rows[at]!, rows[at]!] : [rows[at]!, rows[at + 1]!, rows[at + 2]!];
        const off = (distanceAt(cube, r, g, b) - tolerance) / Math.max(1e-6, softness);
        reach *= 1 - Math.min(1, Math.max(0, off));
      }
      share[k]! += (aim - share[k]!) * reach;
    }
  }
  return share;
}
