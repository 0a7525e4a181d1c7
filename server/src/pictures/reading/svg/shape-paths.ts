/**
 * Which outlines are taken: those that are `filled`, closed, as stencils take them; or all that are `drawn`, filled or as
 * lines, closed or open as they are, with their arcs.
 */
export type OutlinesAsked = 'filled' | 'drawn';

type Attributes = Readonly<Record<string, string>>;

const number = (attributes: Attributes, name: string): number => Number.parseFloat(attributes[name] ?? '0') || 0;

/** Plain shapes as paths; null for elements that are none. */
export function pathOf(name: string, attributes: Attributes, asked: OutlinesAsked): string | null {
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
    case 'polyline': {
      const end = name === 'polyline' && asked === 'drawn' ? '' : 'Z';
      return attributes.points?.trim() ? `M${attributes.points}${end}` : '';
    }
    case 'line':
      return asked === 'drawn' ? `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}` : null;
    default:
      return null;
  }
}
