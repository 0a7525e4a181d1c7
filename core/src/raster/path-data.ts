import svgpath from 'svgpath';

/** One step of an outline as font libraries give it. */
export interface PathCommand {
  readonly type: 'M' | 'L' | 'C' | 'Q' | 'Z';
  readonly x?: number;
  readonly y?: number;
  readonly x1?: number;
  readonly y1?: number;
  readonly x2?: number;
  readonly y2?: number;
}

const ORDER = ['x1', 'y1', 'x2', 'y2', 'x', 'y'] as const;

/**
 * An outline as an SVG path, its numbers rounded. Written out here since a font library's own text now and
 * then holds "NaN" for numbers that it fails to round.
 */
export function pathData(commands: readonly PathCommand[], digits: number): string {
  const number = (v: number) => String(Number(v.toFixed(digits)));
  return commands
    .map((c) => c.type + ORDER.flatMap((name) => (c[name] === undefined ? [] : [number(c[name])])).join(' '))
    .join('');
}

/**
 * An SVG path taken through SVG transforms, the innermost first, as absolute numbers without shorthands. Arcs become cubic
 * curves, which are up to 0.03 % of their radius off, unless they are kept.
 */
export function transformedPath(
  path: string,
  transforms: readonly string[],
  arcs: 'curves' | 'kept' = 'curves',
): string {
  const placed = transforms.reduce((p, transform) => p.transform(transform), svgpath(path)).abs();
  return (arcs === 'kept' ? placed : placed.unarc()).unshort().round(6).toString();
}
