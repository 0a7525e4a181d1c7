import { PictureError } from '../picture-error.ts';

/** Whether bytes start like an SVG document. */
export function looksLikeSvg(bytes: Uint8Array): boolean {
  const head = Buffer.from(bytes.subarray(0, 4096))
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart();
  return head.startsWith('<') && /<(?:[a-z]+:)?svg[\s>]/i.test(Buffer.from(bytes).toString('utf8'));
}

const decodeEntities = (text: string): string =>
  text
    .replace(/&#x([0-9a-f]+);?/gi, (_, hex: string) => String.fromCodePoint(Math.min(0x10ffff, parseInt(hex, 16))))
    .replace(/&#(\d+);?/g, (_, digits: string) => String.fromCodePoint(Math.min(0x10ffff, Number(digits))))
    .replaceAll('&colon;', ':');

const inside = (target: string): boolean =>
  /^(#|data:image\/(png|jpeg|webp|gif)[;,])/i.test(target.trim()) || target.trim() === '';

/**
 * Refuses an SVG that could reach outside itself or grow without bound when read.
 * @throws PictureError
 */
export function checkSvg(bytes: Uint8Array): void {
  const raw = Buffer.from(bytes).toString('utf8');
  if (raw.includes('\0')) throw new PictureError('This SVG is not in UTF-8; save it again as UTF-8.');
  if (/<!DOCTYPE[^>]*\[|<!ENTITY/i.test(raw)) {
    throw new PictureError('This SVG defines entities of its own, which are not read; save it as a plain SVG.');
  }
  const text = decodeEntities(raw);
  const targets = [
    ...text.matchAll(/(?:href|src)\s*=\s*(?:"([^"]*)"|'([^']*)')/gi),
    ...text.matchAll(/url\(\s*(?:"([^"]*)"|'([^']*)'|([^)]*))\s*\)/gi),
  ].map((m) => m[1] ?? m[2] ?? m[3] ?? '');
  if (
    targets.some((t) => !inside(t)) ||
    /@import|<\?xml-stylesheet|<(?:[a-z]+:)?(?:include|foreignObject|script)\b/i.test(text)
  ) {
    throw new PictureError('This SVG refers to files outside itself; embed them and save it again.');
  }
}
