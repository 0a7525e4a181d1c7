import { tokenize, TokenType } from '@csstools/css-tokenizer';
import { PictureError } from '../../picture-error.ts';

/** The refusal of a document that needs something from outside itself. */
export const refersOutside = () =>
  new PictureError('This SVG refers to files outside itself; embed them and save it again.');

/** A reference inside the document, an embedded picture of pixels, or none. */
const isInside = (target: string): boolean => /^(#.*|data:image\/(png|jpe?g|webp|gif)[;,].*)?$/is.test(target.trim());

/** @throws PictureError for a reference that leaves the document */
export function checkReference(target: string): void {
  if (!isInside(target)) throw refersOutside();
}

/** Functions of CSS whose strings are addresses (CSS Values and Units 4, 4.5; CSS Images 4, 2). */
const WITH_ADDRESSES = new Set(['url', 'src', 'image', 'image-set', '-webkit-image-set', 'cross-fade']);

/**
 * Looks at the references of a piece of CSS by its tokens (CSS Syntax 3), in which escapes are resolved.
 * @throws PictureError for one that leaves the document, and for an import
 */
export function checkCss(css: string): void {
  // How many brackets stand open, and which of them belong to functions whose strings are addresses.
  const brackets: boolean[] = [];
  for (const token of tokenize({ css })) {
    const [type] = token;
    if (type === TokenType.URL) checkReference(token[4].value);
    else if (type === TokenType.BadURL) throw refersOutside();
    else if (type === TokenType.AtKeyword && token[4].value.toLowerCase() === 'import') throw refersOutside();
    else if (type === TokenType.Function) brackets.push(WITH_ADDRESSES.has(token[4].value.toLowerCase()));
    else if (type === TokenType.OpenParen) brackets.push(brackets.at(-1) ?? false);
    else if (type === TokenType.CloseParen) brackets.pop();
    else if (type === TokenType.String && brackets.at(-1)) checkReference(token[4].value);
  }
}
