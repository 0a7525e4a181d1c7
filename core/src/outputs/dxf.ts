import { fileWords } from './file-words.ts';
import { short } from './marks/text-sink.ts';

/** Codes whose values are whole numbers or names rather than lengths. */
const PLAIN = [62, 66, 70];

/** Group codes and values of a DXF file (drawing exchange format, release 12, published by its maker), two lines each. */
export const dxfPairs = (...of: readonly (readonly [number, string | number])[]): string =>
  of
    .map(([code, value]) => `${code}\n${typeof value === 'number' && !PLAIN.includes(code) ? short(value) : value}\n`)
    .join('');

/** A layer's name: letters, digits and dashes, as release 12 wants them. */
export const dxfLayer = (name: string, place: number): string =>
  `${place + 1}-${fileWords(name).replace(/[^a-z0-9-]/g, '') || 'ink'}`.toUpperCase().slice(0, 31);

/** What comes before the entities of a drawing: its extent in mm, y upwards, and its layers. */
export function dxfHead(
  box: { readonly left: number; readonly bottom: number; readonly right: number; readonly top: number },
  layers: readonly string[],
): string {
  return (
    dxfPairs(
      [0, 'SECTION'],
      [2, 'HEADER'],
      [9, '$ACADVER'],
      [1, 'AC1009'],
      [9, '$EXTMIN'],
      [10, box.left],
      [20, box.bottom],
      [9, '$EXTMAX'],
      [10, box.right],
      [20, box.top],
      [0, 'ENDSEC'],
    ) +
    dxfPairs([0, 'SECTION'], [2, 'TABLES'], [0, 'TABLE'], [2, 'LAYER'], [70, layers.length]) +
    layers.map((name, k) => dxfPairs([0, 'LAYER'], [2, name], [70, 0], [62, (k % 7) + 1], [6, 'CONTINUOUS'])).join('') +
    dxfPairs([0, 'ENDTAB'], [0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES'])
  );
}

export const dxfEnd = (): string => dxfPairs([0, 'ENDSEC'], [0, 'EOF']);

/** A full circle. */
export const dxfCircle = (layer: string, x: number, y: number, r: number): string =>
  dxfPairs([0, 'CIRCLE'], [8, layer], [10, x], [20, y], [40, r]);

/** A closed outline: x, y, x, y …, its places taken to the drawing by `x` and `y`. */
export function dxfPolyline(
  layer: string,
  points: Float64Array,
  x: (v: number) => number,
  y: (v: number) => number,
): string {
  let text = dxfPairs([0, 'POLYLINE'], [8, layer], [66, 1], [10, 0], [20, 0], [70, 1]);
  for (let k = 0; k < points.length; k += 2)
    text += dxfPairs([0, 'VERTEX'], [8, layer], [10, x(points[k]!)], [20, y(points[k + 1]!)]);
  return text + dxfPairs([0, 'SEQEND'], [8, layer]);
}
