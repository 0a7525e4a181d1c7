/** Outlines are scaled so that the longer side of the drawing is one, its middle at 0 0. */
const DIGITS = 5;

const number = (element: Element, name: string): number => Number.parseFloat(element.getAttribute(name) ?? '0') || 0;

/** Plain shapes as paths. */
function pathOf(element: Element, drawn: boolean): string {
  switch (element.tagName.toLowerCase()) {
    case 'path':
      return element.getAttribute('d') ?? '';
    case 'rect': {
      const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((n) => number(element, n)) as [
        number,
        number,
        number,
        number,
      ];
      return `M${x} ${y}h${w}v${h}h${-w}Z`;
    }
    case 'circle':
    case 'ellipse': {
      const [cx, cy] = [number(element, 'cx'), number(element, 'cy')];
      const rx = number(element, 'r') || number(element, 'rx');
      const ry = number(element, 'r') || number(element, 'ry');
      return `M${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}Z`;
    }
    case 'polygon':
      return `M${element.getAttribute('points') ?? ''}Z`;
    case 'polyline':
      return `M${element.getAttribute('points') ?? ''}${drawn ? '' : 'Z'}`;
    case 'line': {
      const [x1, y1, x2, y2] = ['x1', 'y1', 'x2', 'y2'].map((n) => number(element, n));
      return drawn ? `M${x1} ${y1}L${x2} ${y2}` : '';
    }
    default:
      return '';
  }
}

/**
 * The outlines of an SVG file as one path, taken through its transforms, as large as a shape wants it.
 * @param asked `filled`: lines are closed; `drawn`: they stay open, and arcs stay arcs
 * @throws Error with a sentence when there is none
 */
export async function svgOutline(text: string, asked: 'filled' | 'drawn' = 'filled'): Promise<string> {
  const drawn = asked === 'drawn';
  const { default: svgpath } = await import('svgpath');
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  if (parsed.querySelector('parsererror') || parsed.documentElement.tagName.toLowerCase() !== 'svg') {
    throw new Error('This is not an SVG file.');
  }
  // What lies outside the file is neither fetched nor drawn.
  const outside = [...parsed.querySelectorAll('*')].some((e) =>
    ['href', 'xlink:href', 'src'].some((name) => {
      const value = e.getAttribute(name);
      return value !== null && e.tagName.toLowerCase() !== 'a' && !/^(#|data:)/.test(value.trim());
    }),
  );
  if (outside) throw new Error('This SVG refers to files outside itself; embed them and save it again.');
  // The browser itself works out boxes and transforms; the drawing is never shown.
  const holder = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  holder.setAttribute('style', 'position:absolute;visibility:hidden;width:0;height:0');
  const shapes = [...parsed.querySelectorAll('path,rect,circle,ellipse,polygon,polyline,line')].filter(
    (e) => !e.closest('defs,clipPath,mask,symbol'),
  );
  if (shapes.length === 0) throw new Error('The file holds no outlines.');
  const pieces = shapes.map((shape) => {
    let path = svgpath(pathOf(shape, drawn));
    for (let e: Element | null = shape; e && e !== parsed.documentElement; e = e.parentElement) {
      const transform = e.getAttribute('transform');
      if (transform) path = path.transform(transform);
    }
    const whole = path.abs();
    return (drawn ? whole : whole.unarc()).unshort().toString();
  });
  const whole = pieces.filter((p) => p !== '').join('');
  const measure = document.createElementNS('http://www.w3.org/2000/svg', 'path');
  measure.setAttribute('d', whole);
  holder.append(measure);
  document.body.append(holder);
  const box = measure.getBBox();
  holder.remove();
  const side = Math.max(box.width, box.height);
  if (!(side > 0)) throw new Error('The outlines of the file have no area.');
  return svgpath(whole)
    .translate(-box.x - box.width / 2, -box.y - box.height / 2)
    .scale(1 / side)
    .round(DIGITS)
    .toString();
}
