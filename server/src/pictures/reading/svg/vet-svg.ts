import { cut } from '@chromatype/core';
import { type SaxesAttributeNS, SaxesParser, type SaxesTagNS } from 'saxes';
import { PictureError } from '../../picture-error.ts';
import { DRAWN, LEFT_OUT, PLAIN, PROPERTIES, WITH_TEXT } from './allowed.ts';
import { checkCss, checkReference, refersOutside } from './references.ts';
import { inPixels, type SizeInMm, svgSize } from './svg-size.ts';

const SVG = 'http://www.w3.org/2000/svg';
const XLINK = 'http://www.w3.org/1999/xlink';
const XML = 'http://www.w3.org/XML/1998/namespace';
const HEAD = `xmlns="${SVG}" xmlns:xlink="${XLINK}"`;

/** Elements lie in each other no deeper than this, and none has more attributes. */
const DEEPEST = 256;
const MOST_ATTRIBUTES = 500;

const escapeText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
const escapeValue = (text: string): string =>
  escapeText(text)
    .replaceAll('"', '&quot;')
    .replaceAll('\t', '&#9;')
    .replaceAll('\n', '&#10;')
    .replaceAll('\r', '&#13;');

/** The name under which an attribute is kept; null for one that is left out. @throws PictureError for what it refers to */
function keptName(element: string, { uri, local, value }: SaxesAttributeNS): string | null {
  if (local === 'href' && (uri === '' || uri === XLINK)) {
    // Where a link leads draws nothing.
    if (element === 'a') return null;
    checkReference(value);
    return uri === XLINK ? 'xlink:href' : 'href';
  }
  if (uri === XML && (local === 'space' || local === 'lang')) return `xml:${local}`;
  if (uri !== '') return null;
  if (PROPERTIES.has(local)) {
    checkCss(value);
    return local;
  }
  return PLAIN.has(local) ? local : null;
}

const attributesOf = (tag: SaxesTagNS): Record<string, string> =>
  Object.fromEntries(
    Object.values(tag.attributes).flatMap((attribute) => {
      const name = keptName(tag.local, attribute);
      return name === null ? [] : [[name, attribute.value]];
    }),
  );

const written = (attributes: Readonly<Record<string, string>>): string =>
  Object.entries(attributes)
    .map(([name, value]) => ` ${name}="${escapeValue(value)}"`)
    .join('');

/** An SVG that holds nothing but what may be drawn. */
export interface VettedSvg {
  /** The document written anew, so that whoever draws it reads just what was vetted. */
  readonly document: string;
  /** The size on paper that it states. */
  readonly size: SizeInMm | null;
  /** Whether a filter (blur, shadow, noise) is in it. */
  readonly filtered: boolean;
}

/**
 * Reads an SVG with a parser and writes what is on the list of allowed elements and attributes into a new document.
 * What draws nothing is left out. Time and memory grow in step with the length of the text.
 * @throws PictureError when it refers to something outside itself, holds what is not drawn here, or is no SVG
 */
export function vetSvg(text: string): VettedSvg {
  const pieces: string[] = [];
  const open: string[] = [];
  /** Depth within a subtree that is left out; 0 outside of one. */
  let skipped = 0;
  let size: SizeInMm | null = null;
  const parser = new SaxesParser({ xmlns: true });
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('doctype', (doctype) => {
    if (doctype.includes('[')) {
      throw new PictureError('This SVG defines entities of its own, which are not read; save it as a plain SVG.');
    }
  });
  parser.on('processinginstruction', ({ target }) => {
    if (target === 'xml-stylesheet') throw refersOutside();
  });
  let filtered = false;
  let attributes = 0;
  parser.on('opentagstart', () => {
    attributes = 0;
  });
  parser.on('attribute', () => {
    attributes++;
    if (attributes > MOST_ATTRIBUTES) {
      throw new PictureError(`A part of this SVG has more than ${MOST_ATTRIBUTES} attributes; save it as a plain SVG.`);
    }
  });
  parser.on('opentag', (tag) => {
    if (open.length === 0 && (tag.uri !== SVG || tag.local !== 'svg')) throw new NoSvg();
    if (skipped > 0 || tag.uri !== SVG || LEFT_OUT.has(tag.local)) {
      skipped++;
      return;
    }
    if (!DRAWN.has(tag.local)) {
      throw new PictureError(`This SVG holds <${cut(tag.local)}>, which is not drawn; save it as a plain SVG.`);
    }
    if (open.length >= DEEPEST) {
      throw new PictureError(`The parts of this SVG lie more than ${DEEPEST} deep in each other; ungroup them first.`);
    }
    const kept = attributesOf(tag);
    if (open.length === 0) {
      size = svgSize(kept);
      pieces.push(`<svg ${HEAD}${written(size ? inPixels(kept) : kept)}>`);
    } else pieces.push(`<${tag.local}${written(kept)}>`);
    filtered ||= tag.local === 'filter';
    open.push(tag.local);
  });
  /** The style sheet that is being read, which may come in several texts. */
  let css = '';
  parser.on('closetag', () => {
    if (skipped > 0) {
      skipped--;
      return;
    }
    checkCss(css);
    css = '';
    pieces.push(`</${open.pop()}>`);
  });
  const keep = (content: string) => {
    const within = open.at(-1);
    if (skipped > 0 || within === undefined || !WITH_TEXT.has(within)) return;
    if (within === 'style') css += content;
    pieces.push(escapeText(content));
  };
  parser.on('text', keep);
  parser.on('cdata', keep);
  try {
    parser.write(text).close();
  } catch (error) {
    if (error instanceof PictureError || error instanceof NoSvg) throw error;
    throw new PictureError('This SVG file is damaged or cut short; fetch or save it again.');
  }
  return { document: pieces.join(''), size, filtered };
}

/** XML of another kind. */
export class NoSvg extends Error {}
