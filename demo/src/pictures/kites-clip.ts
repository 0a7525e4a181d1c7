import sharp from 'sharp';
import { random } from '../random.ts';
import { addGrain, HORIZON, paintAir } from './harbour-air.ts';

/** Pixels of a frame along each side, how many frames there are, and how many of them go by in a second. */
export const CLIP_SIDE = 540;
export const CLIP_FRAMES = 36;
export const CLIP_RATE = 12.5;

const TURN = 2 * Math.PI;

interface KiteInAir {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly light: string;
  readonly dark: string;
  /** How far it swings, how often in the loop, and when. */
  readonly swing: number;
  readonly times: number;
  readonly phase: number;
  /** The hand that holds it. */
  readonly hand: number;
}

const KITES: readonly KiteInAir[] = [
  { x: 190, y: 150, size: 1.5, light: '#f4d35e', dark: '#d1492e', swing: 34, times: 1, phase: 0, hand: 120 },
  { x: 360, y: 95, size: 1.05, light: '#e9efe7', dark: '#2b6f86', swing: 26, times: 2, phase: 0.3, hand: 300 },
  { x: 445, y: 215, size: 0.8, light: '#f7c9a3', dark: '#7a2f52', swing: 20, times: 1, phase: 0.6, hand: 400 },
];

/** A kite at a share of the loop: cloths, spars, a tail that waves, and its line. */
function kiteAt({ x, y, size, light, dark, swing, times, phase, hand }: KiteInAir, t: number): string {
  const beat = TURN * (times * t + phase);
  const [kx, ky] = [x + swing * Math.sin(beat), y + 0.45 * swing * Math.cos(beat)];
  const a = 0.25 * Math.sin(beat + 0.7) - 0.12;
  const p = (dx: number, dy: number): string => {
    const [c, s] = [Math.cos(a) * size, Math.sin(a) * size];
    return `${(kx + dx * c - dy * s).toFixed(2)} ${(ky + dx * s + dy * c).toFixed(2)}`;
  };
  const tail = Array.from({ length: 25 }, (_, k) => {
    const u = k / 24;
    return p(10 * u * Math.sin(TURN * (1.4 * u - 2 * times * t)), 46 + 74 * u);
  });
  const bows = [6, 12, 18, 24].map((k) => {
    const [bx, by] = tail[k]!.split(' ').map(Number) as [number, number];
    return `<path d="M${bx} ${by}l${7 * size} ${4 * size}v${-8 * size}zM${bx} ${by}l${-7 * size} ${4 * size}v${-8 * size}z" fill="${dark}"/>`;
  });
  return [
    `<path d="M${p(0, 8)}Q${((kx + hand) / 2 - 20).toFixed(2)} ${((ky + 470) / 2 + 60).toFixed(2)} ${hand} 470" stroke="#241a22" stroke-width=".9" fill="none"/>`,
    `<path d="M${tail.join('L')}" stroke="${dark}" stroke-width="${1.6 * size}" fill="none"/>`,
    ...bows,
    `<path d="M${p(0, -40)}L${p(-27, -4)}L${p(0, 46)}z" fill="${light}"/>`,
    `<path d="M${p(0, -40)}L${p(27, -4)}L${p(0, 46)}z" fill="${dark}"/>`,
    `<path d="M${p(-27, -4)}L${p(0, -4)}L${p(0, 46)}z" fill="${dark}" opacity=".55"/>`,
    `<path d="M${p(27, -4)}L${p(0, -4)}L${p(0, -40)}z" fill="${light}" opacity=".7"/>`,
    `<path d="M${p(0, -40)}L${p(0, 46)}M${p(-27, -4)}L${p(27, -4)}" stroke="#2a1c20" stroke-width="1"/>`,
  ].join('');
}

/** The quay, houses and figures that stand still. */
function quay(): string {
  const next = random(71);
  const base = HORIZON * CLIP_SIDE + 6;
  let out = '';
  for (let x = 330; x < CLIP_SIDE + 20; ) {
    const [w, h] = [18 + next() * 22, 22 + next() * 34 + (x - 330) * 0.06];
    const shade = 30 + next() * 22;
    out += `<path d="M${x} ${base}V${base - h}l${w / 2} ${-8 - next() * 8}l${w / 2} 8V${base}z" fill="rgb(${shade + 24},${shade + 8},${shade + 16})"/>`;
    for (let wy = base - h + 6; wy < base - 8; wy += 9)
      for (let wx = x + 4; wx < x + w - 4; wx += 7)
        if (next() < 0.4) out += `<rect x="${wx}" y="${wy}" width="3" height="4.500" fill="#ffce6b"/>`;
    x += w + next() * 3;
  }
  const figure = (x: number, s: number) =>
    `<path d="M${x - 9 * s} 540L${x - 6 * s} ${490 - 4 * s}Q${x} ${470 - 12 * s} ${x + 6 * s} ${490 - 4 * s}L${x + 10 * s} 540z" fill="#171219"/><circle cx="${x}" cy="${466 - 12 * s}" r="${6.5 * s}" fill="#1d161d"/>`;
  return `${out}<path d="M0 540V497Q160 486 330 492T540 486V540z" fill="#1b151c"/>${figure(118, 1.1)}${figure(298, 0.9)}${figure(398, 0.75)}`;
}

/** Boats that ride on the water. */
function boats(t: number): string {
  const boat = (x: number, y: number, s: number, hull: string, phase: number): string => {
    const beat = TURN * (t + phase);
    const turn = (3 * Math.sin(beat)).toFixed(2);
    return `<g transform="translate(${x} ${(y + 2 * Math.cos(beat)).toFixed(2)}) rotate(${turn}) scale(${s})"><path d="M4 0L6 -88M6 -80L-44 -4M6 -80L52 -6" stroke="#1b141c" stroke-width="1.6" fill="none"/><path d="M8 -80C40 -56 46 -28 48 -12L8 -10z" fill="#e8d3ad"/><path d="M-56 -2C-40 6 34 6 60 -8C54 14 40 18 -34 18C-46 16 -52 8 -56 -2z" fill="${hull}"/></g>`;
  };
  return boat(110, 372, 0.7, '#8d2f2c', 0.1) + boat(250, 352, 0.45, '#234b63', 0.6);
}

/** Kites over the harbour, a loop of nearly three seconds: an animated WebP. */
export async function makeKitesClip(): Promise<Buffer> {
  const raw = { width: CLIP_SIDE, height: CLIP_SIDE, channels: 3 } as const;
  const wide = { width: 810, height: CLIP_SIDE, channels: 3 } as const;
  const air = await sharp(paintAir(wide.width, wide.height), { raw: wide })
    .extract({ left: 150, top: 0, width: CLIP_SIDE, height: CLIP_SIDE })
    .raw()
    .toBuffer();
  const still = quay();
  const frames: Buffer[] = [];
  for (let k = 0; k < CLIP_FRAMES; k++) {
    const t = k / CLIP_FRAMES;
    const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="${CLIP_SIDE}" height="${CLIP_SIDE}">${boats(t)}${still}${KITES.map((kite) => kiteAt(kite, t)).join('')}</svg>`;
    const frame = await sharp(air, { raw })
      .composite([{ input: Buffer.from(drawn) }])
      .removeAlpha()
      .raw()
      .toBuffer();
    addGrain(frame);
    frames.push(frame);
  }
  const tall = { ...raw, height: CLIP_SIDE * CLIP_FRAMES, pageHeight: CLIP_SIDE };
  return sharp(Buffer.concat(frames), { raw: tall, limitInputPixels: false })
    .webp({ quality: 90, smartSubsample: true, effort: 2, loop: 0, delay: Array(CLIP_FRAMES).fill(1000 / CLIP_RATE) })
    .toBuffer();
}
