import { stroke, type Point } from '../pictures/brush.ts';

/** Where floods of a colour start, in mm of the page: x, y and so on. */
export type Seeds = Readonly<Record<string, readonly number[]>>;

/** A page in ink: every shape hides what was drawn before it, and seeds say what its areas are to be filled with. */
export interface InkDrawing {
  /** A closed outline, white inside. Path of SVG in mm of the current place. */
  shape(path: string, line?: number): void;
  /** A closed outline, black inside. */
  solid(path: string): void;
  /** Strokes of a brush through points "x,y x,y …", thick in their middle. */
  brush(points: string, width: number): void;
  /** Starts a flood of a colour here, if that is inside the panel. */
  seed(colour: string, ...places: readonly (readonly [number, number])[]): void;
  /** Draws at another place and size, perhaps mirrored. */
  at(x: number, y: number, scale: number, draw: () => void, mirrored?: boolean): void;
  /** Draws inside a box with a border. */
  panel(x: number, y: number, width: number, height: number, draw: () => void): void;
  /** The page as SVG, `perMm` pixels a mm. */
  svg(perMm: number): string;
  readonly seeds: Seeds;
}

const INK = '#14110f';

export function createInkDrawing(width: number, height: number): InkDrawing {
  const out: string[] = [];
  const seeds: Record<string, number[]> = {};
  let place = { x: 0, y: 0, scale: 1, turn: 1 };
  let panels = 0;
  let clip = { x: 0, y: 0, width, height };
  /** Lines of what is drawn larger are wider, but not in proportion. */
  const lineOf = (wide: number) => (wide / Math.sqrt(place.scale)).toFixed(3);
  return {
    seeds,
    shape: (path, line = 0.8) =>
      out.push(
        `<path d="${path}" fill="#fff" stroke="${INK}" stroke-width="${lineOf(line)}" stroke-linejoin="round"/>`,
      ),
    solid: (path) => out.push(`<path d="${path}" fill="${INK}"/>`),
    brush(points, wide) {
      const thick = Number(lineOf(wide));
      const path = stroke(
        points.split(' ').map((p) => p.split(',').map(Number) as unknown as Point),
        thick,
      );
      out.push(`<g fill="${INK}">${path}</g>`);
    },
    seed(colour, ...places) {
      for (const [x, y] of places) {
        const { x: px, y: py, scale, turn } = place;
        const [left, top] = [px + x * scale * turn, py + y * scale];
        const inside = left > clip.x && top > clip.y && left < clip.x + clip.width && top < clip.y + clip.height;
        if (inside) seeds[colour] = [...(seeds[colour] ?? []), left, top];
      }
    },
    at(x, y, scale, draw, mirrored = false) {
      const before = place;
      const sign = mirrored ? -1 : 1;
      place = {
        x: before.x + x * before.scale * before.turn,
        y: before.y + y * before.scale,
        scale: before.scale * scale,
        turn: before.turn * sign,
      };
      out.push(`<g transform="translate(${x} ${y}) scale(${scale * sign} ${scale})">`);
      draw();
      out.push('</g>');
      place = before;
    },
    panel(x, y, w, h, draw) {
      const id = `panel-${panels++}`;
      out.push(`<clipPath id="${id}"><rect x="${x}" y="${y}" width="${w}" height="${h}"/></clipPath>`);
      out.push(`<g clip-path="url(#${id})">`);
      const before = clip;
      clip = { x, y, width: w, height: h };
      draw();
      clip = before;
      out.push(`</g><rect x="${x}" y="${y}" width="${w}" height="${h}" fill="none" stroke="${INK}" stroke-width="1"/>`);
    },
    svg: (perMm) =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width * perMm}" height="${height * perMm}" viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="#fff"/>${out.join('')}</svg>`,
  };
}
