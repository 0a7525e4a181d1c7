import { words } from '../plates/words.ts';

/** Units of an em in which the outlines of words are given. */
const EM = 1000;

/** A line of words as outlines: an SVG path that begins on its base line, and by how much it is scaled. */
export interface Caption {
  readonly path: string;
  readonly scale: number;
}

/** A name set `size` high; what is wider than `longest` is cut and ends in an ellipsis. */
export function captionOf(text: string, size: number, longest: number): Caption {
  const scale = size / EM;
  const whole = words(text);
  if (whole.width * scale <= longest) return { path: whole.path, scale };
  for (let count = Math.floor((text.length * longest) / (whole.width * scale)); ; count--) {
    const cut = words(`${text.slice(0, count).trimEnd()}…`);
    if (cut.width * scale <= longest || count <= 1) return { path: cut.path, scale };
  }
}
