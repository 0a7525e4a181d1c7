import { decodedSteps, decodeQuickly } from '../colour/quick-srgb.ts';
import { linearOfHex } from '../colour/srgb.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { cosine, sine } from '../math/exact.ts';
import { type Area, type LightReader, rowsOf } from '../raster/area.ts';
import { coverOutlines, coverPolygons, polygonsOf } from '../raster/outline-coverage.ts';
import { blurred } from '../raster/blur.ts';
import { settingsInUse } from '../settings/params.ts';
import { blend, placedColours } from './made/blend.ts';
import { type Blended, type Made, madeKind, type OutlinePicture, type Painter, type Rgba } from './made/index.ts';
import { coarserPlacement, type Placement } from './placement.ts';
import type { FeedWeights } from './weights.ts';

interface Size {
  readonly width: number;
  readonly height: number;
}

const ONE = 32768;
const lightOf = (value: number): number => decodeQuickly(Math.min(1, Math.max(0, value)));

/** 16-bit light of linear colour and alpha as a part takes it, on white. */
function lightCode(r: number, g: number, b: number, a: number, [wr, wg, wb, wa]: FeedWeights): number {
  const light = wa !== 0 ? 0 : Math.min(1, Math.max(0, (r * wr + g * wg + b * wb) / ONE));
  return Math.round(65535 * (1 - a * (1 - light)));
}

function paintedFeed(painter: Painter, at: Placement, size: Size, weights: FeedWeights): LightReader {
  const turn = ((at.turn ?? 0) * Math.PI) / 180;
  const [c, s] = [cosine(turn) / at.scale, sine(turn) / at.scale];
  const middle = { x: at.left + (size.width * at.scale) / 2, y: at.top + (size.height * at.scale) / 2 };
  return (area) => {
    const rows = rowsOf(area);
    const data = new Uint16Array(area.width * rows).fill(65535);
    const out: Rgba = [0, 0, 0, 0];
    for (let k = 0; k < rows; k++) {
      const dy = area.y + k * area.step + 0.5 - middle.y;
      for (let x = 0; x < area.width; x++) {
        const dx = area.x + x + 0.5 - middle.x;
        const u = 0.5 + (dx * c - dy * s) / size.width;
        const v = 0.5 + (dx * s + dy * c) / size.height;
        if (u < 0 || v < 0 || u >= 1 || v >= 1) continue;
        painter(u, v, out);
        data[k * area.width + x] = lightCode(lightOf(out[0]), lightOf(out[1]), lightOf(out[2]), out[3], weights);
      }
    }
    return { depth: 16, width: area.width, rows, data };
  };
}

/** The colours of a blended picture, point by point. */
function painterOf({ stops, value }: Blended): Painter {
  const colour = blend(stops);
  return (u, v, out) => colour(value(u, v), out);
}

/** Stops as the kernel reads them: place, red, green, blue. */
function stopTable(stops: Blended['stops']): { readonly table: Float64Array; readonly grey: boolean } {
  const placed = placedColours(stops);
  const table = Float64Array.from(placed.flatMap(({ at, rgb }) => [at, ...rgb]));
  return { table, grey: placed.every(({ rgb: [r, g, b] }) => r === g && r === b) };
}

/** A blended picture that lies straight on the sheet: the same codes as point by point, by kernels. */
function blendedFeed(
  kernels: Kernels,
  picture: Blended,
  at: Placement,
  size: Size,
  [wr, wg, wb]: FeedWeights,
): LightReader {
  const { table, grey } = stopTable(picture.stops);
  const middle = { x: at.left + (size.width * at.scale) / 2, y: at.top + (size.height * at.scale) / 2 };
  const perPixel = cosine(0) / at.scale;
  const inside = (share: number) => share >= 0 && share < 1;
  return (area) => {
    const rows = rowsOf(area);
    const data = new Uint16Array(area.width * rows).fill(65535);
    const all = Float64Array.from(
      { length: area.width },
      (_, x) => 0.5 + ((area.x + x + 0.5 - middle.x) * perPixel) / size.width,
    );
    const first = all.findIndex(inside);
    const last = all.findLastIndex(inside);
    if (first < 0) return { depth: 16, width: area.width, rows, data };
    const across = all.slice(first, last + 1);
    const count = across.length;
    const stops = kernels.scratch('blend-stops', table.byteLength);
    const decoded = kernels.scratch('blend-decoded', decodedSteps().byteLength);
    const values = kernels.scratch('blend-values', 8 * count + 16);
    const out = kernels.scratch('blend-out', 2 * count + 16);
    const along = picture.rows?.(kernels, across);
    // Nothing grows the kernels' memory from here on, so that views of it stay good.
    kernels.f64(stops).set(table);
    kernels.f64(decoded).set(decodedSteps());
    const [row, light] = [kernels.f64(values), kernels.u16(out).subarray(0, count)];
    for (let k = 0; k < rows; k++) {
      const v = 0.5 + ((area.y + k * area.step + 0.5 - middle.y) * perPixel) / size.height;
      if (!inside(v)) continue;
      if (along) along(v, values.ptr);
      else for (let x = 0; x < count; x++) row[x] = picture.value(across[x]!, v);
      kernels.run.blendLight(values.ptr, stops.ptr, table.length / 4, grey, decoded.ptr, wr, wg, wb, count, out.ptr);
      data.set(light, k * area.width + first);
    }
    return { depth: 16, width: area.width, rows, data };
  };
}

/** An outline's own matrix followed by where the picture lies on the sheet. */
function onSheet(m: OutlinePicture['matrix'], at: Placement, size: Size): OutlinePicture['matrix'] {
  const unit = size.width * at.scale;
  const turn = (-(at.turn ?? 0) * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const [w, h] = [unit / 2, (size.height * at.scale) / 2];
  const place = (x: number, y: number): [number, number] => [
    at.left + w + (x * unit - w) * c - (y * unit - h) * s,
    at.top + h + (x * unit - w) * s + (y * unit - h) * c,
  ];
  const [e, f] = place(m[4], m[5]);
  const [ax, ay] = place(m[4] + m[0], m[5] + m[1]);
  const [cx, cy] = place(m[4] + m[2], m[5] + m[3]);
  return [ax - e, ay - f, cx - e, cy - f, e, f];
}

function outlineFeed(outline: OutlinePicture, at: Placement, size: Size, weights: FeedWeights): LightReader {
  const polygons = outline.path ? polygonsOf(outline.path, onSheet(outline.matrix, at, size)) : [];
  const [r, g, b] = linearOfHex(outline.colour);
  const full = lightCode(r, g, b, 1, weights);
  return (area: Area) => {
    const cover = outline.fill
      ? coverPolygons(polygons, area, outline.evenOdd)
      : coverOutlines(polygons, area, outline.line * size.width * at.scale);
    const data = new Uint16Array(cover.length);
    for (let k = 0; k < data.length; k++) data[k] = Math.round(65535 - cover[k]! * (65535 - full));
    return { depth: 16, width: area.width, rows: rowsOf(area), data };
  };
}

/** What a made picture is drawn from: its settings in use, or the outline that they give. */
export type MadeInputs =
  | { readonly kind: string; readonly settings: Readonly<Record<string, unknown>> }
  | { readonly outline: OutlinePicture };

/** Everything that a made picture of a size depends on, as plain data. */
export function madeInputs({ kind, settings }: Made, size: Size): MadeInputs {
  const { outline, params } = madeKind(kind);
  if (outline) return { outline: outline(settings as never, size.width / size.height) };
  return { kind, settings: settingsInUse(params, settings) };
}

/** Reads a picture that is made from settings, at whatever resolution the sheet asks. */
export function madeFeed(
  kernels: Kernels,
  made: MadeInputs,
  at: Placement,
  size: Size,
  sheet: Size,
  weights: FeedWeights,
): LightReader {
  if (!('outline' in made)) {
    const { blended, painter } = madeKind(made.kind);
    const aspect = size.width / size.height;
    if (!blended) return paintedFeed(painter!(made.settings as never, aspect), at, size, weights);
    const picture = blended(made.settings as never, aspect);
    // Alpha asks for no colours, and a turned picture has no straight rows.
    const straight = !at.turn && weights[3] === 0;
    return straight
      ? blendedFeed(kernels, picture, at, size, weights)
      : paintedFeed(painterOf(picture), at, size, weights);
  }
  const { outline } = made;
  const sigma = (outline.blur * size.width * at.scale) / 2;
  const readers = new Map<number, LightReader>();
  const read = (factor: number): LightReader => {
    if (!readers.has(factor)) readers.set(factor, outlineFeed(outline, coarserPlacement(at, factor), size, weights));
    return readers.get(factor)!;
  };
  if (sigma < 0.25) return read(1);
  return (area) => ({
    depth: 16,
    width: area.width,
    rows: rowsOf(area),
    data: blurred(kernels, read, sheet, area, sigma),
  });
}
