import { transformedPath } from '@chromatype/core';
import { SaxesParser } from 'saxes';
import { PictureError } from '../../picture-error.ts';
import { rootTransform } from './root-transform.ts';
import { type OutlinesAsked, pathOf } from './shape-paths.ts';
import { svgText } from './svg-text.ts';
import { vetSvg } from './vet-svg.ts';

/** One outline of a drawing, in mm from its top left. */
export interface SvgOutline {
  readonly path: string;
  readonly evenOdd: boolean;
}

type Attributes = Readonly<Record<string, string>>;

/** What an element hands on to those within it. */
interface Inherited {
  readonly fill: string;
  readonly stroke: string;
  readonly rule: string;
  readonly hidden: boolean;
  /** The innermost last. */
  readonly transforms: readonly string[];
}

/** A property of an element: from its style, from its attribute, or inherited. */
function property(attributes: Attributes, name: string, inherited: string): string {
  const styled = new RegExp(`(?:^|;)\\s*${name}\\s*:\\s*([^;]+)`).exec(attributes.style ?? '')?.[1];
  return (styled ?? attributes[name] ?? inherited).trim();
}

const ROOT: Inherited = { fill: 'black', stroke: 'none', rule: 'nonzero', hidden: false, transforms: [] };

/** Elements whose content is not drawn where it stands. */
const ASIDE = new Set(['defs', 'clipPath', 'mask', 'symbol', 'pattern', 'marker']);
/** Elements that draw something that is no outline, and what to do about them. */
const NO_OUTLINES: Readonly<Record<string, string>> = {
  text: 'This SVG holds text; turn it into outlines first.',
  image: 'This SVG holds a picture; a stencil is made of outlines.',
  use: 'This SVG draws parts by reference; save it as a plain SVG first.',
};

/**
 * The outlines of an SVG file, in mm.
 * @throws PictureError with one sentence when it is no drawing, refers to something outside itself, or holds no outlines
 */
export function svgOutlines(bytes: Uint8Array, asked: OutlinesAsked = 'filled'): SvgOutline[] {
  const { document, size } = vetSvg(svgText(bytes));
  const outlines: SvgOutline[] = [];
  const open: Inherited[] = [];
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes }) => {
    const own = attributes as Attributes;
    const above = open.at(-1) ?? ROOT;
    const placed = open.length === 0 ? rootTransform(own, size) : own.transform ? [own.transform] : [];
    const here: Inherited = {
      fill: property(own, 'fill', above.fill),
      stroke: property(own, 'stroke', above.stroke),
      rule: property(own, 'fill-rule', above.rule),
      hidden: above.hidden || ASIDE.has(name) || property(own, 'display', '') === 'none',
      transforms: [...placed, ...above.transforms],
    };
    open.push(here);
    if (here.hidden) return;
    if (NO_OUTLINES[name]) throw new PictureError(NO_OUTLINES[name]);
    const path = pathOf(name, own, asked);
    const drawn = here.fill !== 'none' || (asked === 'drawn' && here.stroke !== 'none');
    if (!path || !drawn) return;
    const arcs = asked === 'drawn' ? 'kept' : 'curves';
    outlines.push({ path: transformedPath(path, here.transforms, arcs), evenOdd: here.rule === 'evenodd' });
  });
  parser.on('closetag', () => {
    open.pop();
  });
  parser.write(document).close();
  if (outlines.length === 0) {
    throw new PictureError(
      asked === 'filled'
        ? 'This SVG holds no filled outlines; a stencil needs at least one.'
        : 'This SVG holds no outlines; stones need at least one.',
    );
  }
  return outlines;
}
