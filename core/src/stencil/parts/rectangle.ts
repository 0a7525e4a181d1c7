import { amount } from '../../settings/params.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS, type BoxSettings, boxMatrix, planOutline } from './outline.ts';

const params = {
  ...BOX_PARAMS,
  corner: amount('Corner', 'Radius of the corners.', 0, 0, 10000, 1, 'mm'),
} as const;

/** Share of a radius by which a cubic arc of 90° reaches out (common practice). */
const ARC = 0.5522847498;

/** A rectangle in the square from 0, 0 to 1, 1. */
function rectanglePath({ width, height, corner }: BoxSettings & { readonly corner: number }): string {
  const radius = Math.min(corner, width / 2, height / 2);
  if (radius === 0) return 'M0 0H1V1H0Z';
  const [x, y] = [radius / width, radius / height];
  const [u, v] = [x * (1 - ARC), y * (1 - ARC)];
  return [
    `M${x} 0H${1 - x}C${1 - u} 0 1 ${v} 1 ${y}`,
    `V${1 - y}C1 ${1 - v} ${1 - u} 1 ${1 - x} 1`,
    `H${x}C${u} 1 0 ${1 - v} 0 ${1 - y}`,
    `V${y}C0 ${v} ${u} 0 ${x} 0Z`,
  ].join('');
}

export const rectangle = partKind({
  name: 'rectangle',
  label: 'Rectangle',
  about: 'A rectangle, with round corners if wanted.',
  params,
  plan: (s, asked) => planOutline({ path: rectanglePath(s), matrix: boxMatrix(s), evenOdd: false }, asked),
});
