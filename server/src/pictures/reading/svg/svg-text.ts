import { gunzipSync } from 'node:zlib';
import { PictureError } from '../../picture-error.ts';
import { MOST_BYTES } from '../limits.ts';

const isGzip = (bytes: Uint8Array): boolean => bytes[0] === 0x1f && bytes[1] === 0x8b;

/** The encoding of an XML document by its byte order mark or its declaration (XML 1.0, appendix F); else UTF-8. */
function encodingOf(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if ((a === 0xff && b === 0xfe) || (a === 0x3c && b === 0)) return 'utf-16le';
  if ((a === 0xfe && b === 0xff) || (a === 0 && b === 0x3c)) return 'utf-16be';
  const head = Buffer.from(bytes.subarray(0, 200)).toString('latin1');
  return /^\s*<\?xml[^>]{0,150}?encoding\s*=\s*["']([\w.:-]{1,40})["']/.exec(head)?.[1] ?? 'utf-8';
}

/** Whether bytes can be XML, packed with gzip or not: they begin with "<", after a mark and white space. */
export function mayBeSvg(bytes: Uint8Array): boolean {
  if (isGzip(bytes)) return true;
  const head = Buffer.from(bytes.subarray(0, 512)).toString('latin1');
  return /^(ÿþ|þÿ|ï»¿)?[\s\0]*</.test(head);
}

/** @throws PictureError when what is packed is broken or too large */
function unpacked(bytes: Uint8Array): Uint8Array {
  try {
    return gunzipSync(bytes, { maxOutputLength: MOST_BYTES });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE') {
      throw new PictureError('This drawing is larger than 100 MB when unpacked; make it smaller first.', 413);
    }
    throw new PictureError('This SVG file is damaged or cut short; fetch or save it again.');
  }
}

/** The text of an SVG document. @throws PictureError when it cannot be read as text */
export function svgText(bytes: Uint8Array): string {
  const document = isGzip(bytes) ? unpacked(bytes) : bytes;
  try {
    return new TextDecoder(encodingOf(document), { fatal: true }).decode(document);
  } catch {
    throw new PictureError('The text of this SVG cannot be read; save it again as UTF-8.');
  }
}
