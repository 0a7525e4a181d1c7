import { transformedPath } from '@chromatype/core';
import { SaxesParser } from 'saxes';
import { PictureError } from '../../picture-error.ts';
import { svgText } from './svg-text.ts';
import { vetSvg } from './vet-svg.ts';

/** One filled outline of a drawing, in mm from its top left. */
export interface SvgOutline {
  readonly path: string;
  readonly evenOdd: boolean;
}

type Attributes = Readonly<Record<string, string>>;

/** What an element hands on to those within it. */
interface Inherited {
  readonly fill: string;
  readonly rule: string;
  readonly hidden: boolean;
  /** The innermost last. */
  readonly transforms: readonly string[];
}

const number = (attributes: Attributes, name: string): number => Number.parseFloat(attributes[name] ?? '0') || 0;

/** Plain shapes as paths; null for elements that are none. */
function pathOf(name: string, attributes: Attributes): string | null {
  const n = (key: string) => number(attributes, key);
  switch (name) {
    case 'path':
      return attributes.d ?? '';
    case 'rect':
      return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
      return `M${n('cx') + rx} ${n('cy')}a${rx} ${ry} 0 1 1 ${-2 * rx} 0a${rx} ${ry} 0 1 1 ${2 * rx} 0Z`;
    }
    case 'polygon':
    case 'polyline':
      return attributes.points?.trim() ? `M${attributes.points}Z` : '';
    default:
      return null;
  }
}

/** A property of an element: from its style, from its attribute, or inherited. */
function property(attributes: Attributes, name: string, inherited: string): string {
  const styled = new RegExp(`(?:^|;)\\s*${name}\\s*:\\s*([^;]+)`).exec(attributes.style ?? '')?.[1];
  return (styled ?? attributes[name] ?? inherited).trim();
}

/** Elements whose content is not drawn where it stands. */
const ASIDE = new Set(['defs', 'clipPath', 'mask', 'symbol', 'pattern', 'marker']);
/** Elements that draw something that is no outline, and what to do about them. */
const NO_OUTLINES: Readonly<Record<string, string>> = {
  text: 'This SVG holds text; turn it into outlines first.',
  image: 'This SVG holds a picture; a stencil is made of outlines.',
  use: 'This SVG draws parts by reference; save it as a plain SVG first.',
};

/** From units of a drawing to mm: its viewBox fills the size that it states; without a size a unit is a millimetre. */
function rootTransform(
  attributes: Attributes,
  size: { readonly width: number; readonly height: number } | null,
): string[] {
  const [x = 0, y = 0, width = 0, height = 0] = (attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const moved = x !== 0 || y !== 0 ? [`translate(${-x} ${-y})`] : [];
  if (!size || !(width > 0) || !(height > 0)) return moved;
  const scale = Math.min(size.width / width, size.height / height);
  const rest = [(size.width - width * scale) / 2, (size.height - height * scale) / 2];
  return [...moved, `scale(${scale})`, `translate(${rest[0]} ${rest[1]})`];
}

/**
 * The filled outlines of an SVG file, in mm.
 * @throws PictureError with one sentence when it is no drawing, refers to something outside itself, or holds no outlines
 */
export function svgOutlines(bytes: Uint8Array): SvgOutline[] {
  const { document, size } = vetSvg(svgText(bytes));
  const outlines: SvgOutline[] = [];
  const open: Inherited[] = [];
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes }) => {
    const own = attributes as Attributes;
    const above: Inherited = open.at(-1) ?? { fill: 'black', rule: 'nonzero', hidden: false, transforms: [] };
    const placed = open.length === 0 ? rootTransform(own, size) : own.transform ? [own.transform] : [];
    const here: Inherited = {
      fill: property(own, 'fill', above.fill),
      rule: property(own, 'fill-rule', above.rule),
      hidden: above.hidden || ASIDE.has(name) || property(own, 'display', '') === 'none',
      transforms: [...placed, ...above.transforms],
    };
    open.push(here);
    if (here.hidden) return;
    if (NO_OUTLINES[name]) throw new PictureError(NO_OUTLINES[name]);
    const path = pathOf(name, own);
    if (!path || here.fill === 'none') return;
    outlines.push({ path: transformedPath(path, here.transforms), evenOdd: here.rule === 'evenodd' });
  });
  parser.on('closetag', () => {
    open.pop();
  });
  parser.write(document).close();
  if (outlines.length === 0) throw new PictureError('This SVG holds no filled outlines; a stencil needs at least one.');
  return outlines;
}
