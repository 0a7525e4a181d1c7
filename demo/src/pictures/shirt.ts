import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { pathData } from '@chromatype/core';
import opentype from 'opentype.js';
import sharp from 'sharp';

const FONT = '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-800-normal.woff';
const [RED, YELLOW, TEAL, WHITE] = ['#e2402b', '#f6c945', '#1f7f86', '#f7f5ef'];

/** A kite of four flat fields with its tail; x, y is its middle. */
function kite(x: number, y: number, size: number, turn: number, fields: readonly string[], tail: string): string {
  const [w, h] = [0.62 * size, size];
  const field = (points: string, colour: string) => `<path d="M0 0L${points}z" fill="${colour}"/>`;
  const bows = [0.45, 0.75, 1.05]
    .map((t, k) => `<path d="M${k % 2 ? 26 : -26} ${h + t * size}m-34 -20l68 40v-40l-68 40z" fill="${tail}"/>`)
    .join('');
  return `<g transform="translate(${x} ${y}) rotate(${turn})">
<path d="M0 ${h}q60 ${0.35 * size} 0 ${0.6 * size}t0 ${0.6 * size}" fill="none" stroke="${tail}" stroke-width="12"/>${bows}
${field(`${-w} 0L0 ${-0.6 * h}`, fields[0]!)}${field(`0 ${-0.6 * h}L${w} 0`, fields[1]!)}
${field(`${w} 0L0 ${h}`, fields[2]!)}${field(`0 ${h}L${-w} 0`, fields[3]!)}</g>`;
}

/** Flat art for a shirt: a sun that glows away, three kites and the festival's name, on nothing. PNG with alpha. */
export async function makeShirt(): Promise<Buffer> {
  const bytes = readFileSync(createRequire(import.meta.url).resolve(FONT));
  const font = opentype.parse(new Uint8Array(bytes).buffer);
  let at = 150;
  const letters = [...'KITE WEEK'].map((char) => {
    const glyph = font.charToGlyph(char);
    const path = pathData(glyph.getPath(at, 2170, 560).commands, 2);
    at += (glyph.advanceWidth * 560) / font.unitsPerEm;
    return path;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="3200" height="2400" viewBox="0 0 3200 2400">
<defs><radialGradient id="glow"><stop offset="0.55" stop-color="${YELLOW}"/><stop offset="1" stop-color="${YELLOW}" stop-opacity="0"/></radialGradient></defs>
<circle cx="1600" cy="900" r="760" fill="url(#glow)"/>
<path d="M240 1560Q800 1420 1600 1560T2960 1560V1640Q2200 1760 1600 1640T240 1640z" fill="${TEAL}"/>
${kite(880, 620, 380, -18, [RED, WHITE, RED, YELLOW], RED)}
${kite(1720, 420, 300, 8, [TEAL, YELLOW, WHITE, TEAL], TEAL)}
${kite(2450, 700, 420, 22, [YELLOW, RED, TEAL, RED], YELLOW)}
<path d="${letters.join('')}" fill="${WHITE}" transform="translate(${(3200 - 150 - at) / 2} 0)"/>
</svg>`;
  return sharp(Buffer.from(svg)).png().toBuffer();
}
