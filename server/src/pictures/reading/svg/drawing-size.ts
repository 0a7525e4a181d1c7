import { contoursOf } from '@chromatype/core';
import { SaxesParser } from 'saxes';
import { vetSvg } from './vet-svg.ts';
import type { SizeInMm } from './svg-size.ts';

/**
 * The size of a drawing in mm: what it states, or its viewBox with a millimetre for each unit, or the box from 0, 0 that holds
 * its outlines, which are in mm already.
 */
export function drawingSize(text: string, paths: readonly string[]): SizeInMm {
  const { document, size } = vetSvg(text);
  if (size) return size;
  let viewBox: number[] = [];
  const parser = new SaxesParser();
  let first = true;
  parser.on('opentag', ({ attributes }) => {
    if (first)
      viewBox = String(attributes.viewBox ?? '')
        .trim()
        .split(/[\s,]+/)
        .map(Number);
    first = false;
  });
  parser.write(document).close();
  if (viewBox.length === 4 && viewBox[2]! > 0 && viewBox[3]! > 0) return { width: viewBox[2]!, height: viewBox[3]! };
  let [right, bottom] = [0, 0];
  for (const path of paths) {
    for (const { points } of contoursOf(path, [1, 0, 0, 1, 0, 0], 0.1, 'exact')) {
      for (let k = 0; k < points.length; k += 2) {
        right = Math.max(right, points[k]!);
        bottom = Math.max(bottom, points[k + 1]!);
      }
    }
  }
  return { width: right, height: bottom };
}
