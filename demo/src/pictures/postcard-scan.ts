import {
  compileScreen,
  createJob,
  decodeSrgb,
  INK_SETS,
  overprintColours,
  PLAIN_SCANNER,
  plainStock,
  printedInk,
  scanPrint,
  stockLight,
} from '@chromatype/core';
import sharp from 'sharp';

/** Pixels of the scan, its resolution, and print pixels in each of its pixels. */
const WIDTH = 1400;
const HEIGHT = 940;
const PPI = 600;
const SCALE = 4;
/** What was printed: three inks at 50 lpi, at angles that are common practice. */
const LPI = 50;
const ANGLES = [75, 15, 45];
/** The card lies a little crooked on the scanner. */
const TURN = 1.8;

/** Kites over the bay: the art of an old postcard, drawn anew. */
const ART = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1400 940">
<defs><linearGradient id="sky" x2="0" y2="1"><stop offset="0" stop-color="#1f3f74"/><stop offset=".55" stop-color="#e9a04f"/><stop offset="1" stop-color="#fbe9c4"/></linearGradient>
<linearGradient id="sea" x2="0" y2="1"><stop offset="0" stop-color="#e7b56c"/><stop offset="1" stop-color="#27446f"/></linearGradient></defs>
<rect width="1400" height="640" fill="url(#sky)"/><rect y="640" width="1400" height="300" fill="url(#sea)"/>
<circle cx="420" cy="560" r="92" fill="#fdf3d3"/>
<path d="M0 640q220-120 460-40t420-30 520-60v130z" fill="#8c4a3c"/><path d="M700 640q260-90 460-70t240-60v130z" fill="#53303c"/>
<g fill="#e5482d"><path d="M980 150l110-90 70 130-120 190z"/></g><g fill="#f2b632"><path d="M980 150l60 230-130-70z"/></g>
<g fill="#f2b632"><path d="M250 140l70-60 50 80-70 130z"/></g><g fill="#c23a2b"><path d="M250 140l50 150-90-40z"/></g>
<path d="M1040 380q40 90-30 150t20 130M300 290q-30 80 20 130" fill="none" stroke="#2a2340" stroke-width="7"/>
<g fill="#f7efdc"><path d="M560 760l90-190 20 190z"/></g><path d="M540 765h170l-30 46H580z" fill="#2a2340"/>
<g fill="#1d2b4c"><rect x="1090" y="500" width="90" height="140"/><path d="M1090 500l45-60 45 60z"/><rect x="1200" y="540" width="120" height="100"/></g>
<g fill="#f6d98c"><rect x="1110" y="530" width="18" height="26"/><rect x="1142" y="530" width="18" height="26"/><rect x="1222" y="566" width="18" height="24"/><rect x="1272" y="566" width="18" height="24"/></g>
</svg>`;

/** Tones of yellow, red and blue for the light of a place. */
function tonesOf(r: number, g: number, b: number): readonly [number, number, number] {
  const share = (v: number) => Math.min(1, Math.max(0, v));
  return [share(1.1 * (1 - b) - 0.06), share(1.15 * (1 - g) - 0.16), share(1.05 * (1 - r) - 0.03)];
}

/** A scan of a postcard that was printed in three inks: what Match a print can be tried with. PNG, 600 ppi. */
export async function makePostcardScan(): Promise<Buffer> {
  const [width, height] = [Math.round(1.06 * SCALE * WIDTH), Math.round(1.1 * SCALE * HEIGHT)];
  const art = await sharp(Buffer.from(ART)).resize(WIDTH, HEIGHT, { fit: 'fill' }).removeAlpha().raw().toBuffer();
  const { inks } = INK_SETS.find(({ name }) => name === 'harbour-three')!;
  const stock = plainStock('Card', '#f3ead2');
  const { sheet, passes } = createJob('scan', 'p');
  const ppi = SCALE * PPI;
  const mm = (pixels: number) => (pixels / ppi) * 25.4;
  const codes = new Uint8Array(width * height);
  const light = Float32Array.from(art, (v) => decodeSrgb(v / 255));
  ANGLES.forEach((angle, k) => {
    const screen = { ...passes[0]!.fills[0].screen, angle, frequency: { value: LPI, per: 'lpi' as const } };
    const paper = { ...sheet, width: mm(width), height: mm(height), bleed: 0, ppi };
    const { thresholds } = compileScreen(paper, screen);
    for (let y = 0; y < height; y++) {
      const row = thresholds!({ x: 0, y, width, height: 1, step: 1 });
      const from = Math.min(HEIGHT - 1, Math.floor((y * HEIGHT) / height)) * WIDTH;
      for (let x = 0; x < width; x++) {
        const at = 3 * (from + Math.min(WIDTH - 1, Math.floor((x * WIDTH) / width)));
        if (65535 * tonesOf(light[at]!, light[at + 1]!, light[at + 2]!)[k]! > row[x]!) codes[y * width + x]! |= 1 << k;
      }
    }
  });
  const lights = overprintColours(
    stockLight(stock),
    inks.map((ink) => printedInk(ink)),
  );
  const how = { ...PLAIN_SCANNER, scale: SCALE, turn: TURN, blur: 0.6, width: WIDTH, height: HEIGHT };
  const rgb = scanPrint({ width, height, codes, lights }, how);
  return sharp(rgb, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .withMetadata({ density: PPI })
    .png()
    .toBuffer();
}
