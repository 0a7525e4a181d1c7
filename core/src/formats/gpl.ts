import type { Palette, PaletteColour } from '../colour/palette.ts';

/** A palette file that cannot be read; the message says what is wrong. */
export class PaletteError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'PaletteError';
  }
}

const hexOf = (r: number, g: number, b: number): string =>
  `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;

/**
 * Reads a .gpl palette: a fixed first line, heads such as `Name:`, then a colour a line as
 * three numbers 0..255 and a name; # begins a comment. A format that several programs share.
 * @throws PaletteError naming the line that is wrong
 */
export function readGpl(text: string): Palette {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  if (lines[0]?.trim() !== 'GIMP Palette') {
    throw new PaletteError('This is not a .gpl palette: it does not begin as such files do.');
  }
  let name = '';
  const colours: PaletteColour[] = [];
  lines.slice(1).forEach((raw, k) => {
    const line = raw.trim();
    if (line === '' || line.startsWith('#') || line.startsWith('Columns:')) return;
    if (line.startsWith('Name:')) {
      name = line.slice(5).trim();
      return;
    }
    const found = /^(\d+)\s+(\d+)\s+(\d+)(?:\s+(.*))?$/.exec(line);
    const [r, g, b] = found ? [Number(found[1]), Number(found[2]), Number(found[3])] : [256, 0, 0];
    if (r > 255 || g > 255 || b > 255) {
      throw new PaletteError(`Line ${k + 2} of the palette is not a colour: three numbers from 0 to 255 are expected.`);
    }
    colours.push({ name: found![4]?.trim() ?? '', colour: hexOf(r, g, b) });
  });
  return { name, colours };
}

/** Writes a .gpl palette. */
export function writeGpl({ name, colours }: Palette): string {
  const oneLine = (text: string) => text.replace(/[\r\n]+/g, ' ').trim();
  const rows = colours.map(({ name: own, colour }) => {
    const [r, g, b] = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
    const numbers = [r, g, b].map((v) => String(v).padStart(3)).join(' ');
    return `${numbers}\t${oneLine(own) || colour}`;
  });
  return `GIMP Palette\nName: ${oneLine(name)}\nColumns: 0\n#\n${rows.join('\n')}\n`;
}
