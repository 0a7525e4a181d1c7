import { contoursOf, transformedPath } from '@chromatype/core';
import { SaxesParser } from 'saxes';
import { rootTransform } from '../pictures/reading/svg/root-transform.ts';
import { pathOf } from '../pictures/reading/svg/shape-paths.ts';
import { svgSize } from '../pictures/reading/svg/svg-size.ts';
import { extentOf } from './read-dxf.ts';
import { circleOf, type CutFile, type CutShape, TemplateError } from './shape.ts';

/** What an element hands on to those within it. */
interface Above {
  readonly layer: string;
  readonly transforms: readonly string[];
  readonly hidden: boolean;
}

/** Elements that hold nothing to cut. */
const ASIDE = new Set([
  'defs',
  'clipPath',
  'mask',
  'symbol',
  'pattern',
  'marker',
  'title',
  'desc',
  'metadata',
  'style',
]);
const GROUPS = new Set(['svg', 'g', 'a']);
/** Curves are followed to a ten-thousandth of a millimetre. */
const FLATNESS = 1e-4;

/** The outlines of an element as shapes in mm. */
function shapesOf(
  name: string,
  attributes: Readonly<Record<string, string>>,
  { layer, transforms }: Above,
): CutShape[] {
  const path = pathOf(name, attributes, 'drawn');
  if (!path) return [];
  const contours = contoursOf(transformedPath(path, transforms, 'kept'), [1, 0, 0, 1, 0, 0], FLATNESS, 'exact');
  return contours.map(({ points, closed }) => ({ layer, points, closed, circle: closed ? circleOf(points) : null }));
}

/** Reads what an SVG file draws, layer by layer: a group with an id, or with `data-layer`, is a layer. */
export function readSvg(text: string): CutFile {
  const shapes: CutShape[] = [];
  const others = new Map<string, number>();
  const open: Above[] = [];
  let size: ReturnType<typeof svgSize> = null;
  const parser = new SaxesParser();
  parser.on('error', () => {
    throw new TemplateError('The SVG is damaged: it is no XML.');
  });
  parser.on('opentag', ({ name, attributes }) => {
    const own = attributes as Readonly<Record<string, string>>;
    const above = open.at(-1) ?? { layer: '0', transforms: [], hidden: false };
    if (open.length === 0) {
      if (name !== 'svg') throw new TemplateError('The file is no SVG.');
      size = svgSize(own);
    }
    const placed = open.length === 0 ? rootTransform(own, size) : own.transform ? [own.transform] : [];
    const here: Above = {
      layer: name === 'g' ? (own['data-layer'] ?? own.id ?? above.layer) : above.layer,
      transforms: [...placed, ...above.transforms],
      hidden: above.hidden || ASIDE.has(name),
    };
    open.push(here);
    if (here.hidden || GROUPS.has(name)) return;
    const found = shapesOf(name, own, here);
    if (found.length > 0) shapes.push(...found);
    else others.set(name, (others.get(name) ?? 0) + 1);
  });
  parser.on('closetag', () => {
    open.pop();
  });
  parser.write(text).close();
  return {
    format: 'SVG',
    ...(size ?? extentOf(shapes)),
    pages: 1,
    shapes,
    others: [...others].map(([name, n]) => `${n} of <${name}> cannot be cut.`),
  };
}
