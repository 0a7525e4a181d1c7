import { random } from '../random.ts';
import { HORIZON } from './harbour-air.ts';

const WIDE = 1500;
const HIGH = 1000;

function houses(next: () => number): string {
  let out = '';
  const base = HORIZON * HIGH + 10;
  for (let x = 830; x < WIDE + 40; ) {
    const w = 34 + next() * 46;
    const h = 40 + next() * 62 + (x - 830) * 0.06;
    const shade = 28 + next() * 22;
    const wall = `rgb(${shade + 26},${shade + 8},${shade + 16})`;
    const lit = `rgb(${shade + 92},${shade + 46},${shade + 34})`;
    out += `<path d="M${x} ${base}V${base - h}l${w / 2} ${-14 - next() * 16}l${w / 2} ${14}V${base}z" fill="${wall}"/>`;
    out += `<path d="M${x} ${base}V${base - h}l${w * 0.16} ${-5}V${base}z" fill="${lit}"/>`;
    for (let wy = base - h + 12; wy < base - 16; wy += 17) {
      for (let wx = x + w * 0.24; wx < x + w - 9; wx += 13) {
        const bright = next();
        if (bright < 0.72)
          out += `<rect x="${wx}" y="${wy}" width="6" height="8.500" fill="${bright < 0.34 ? '#ffce6b' : bright < 0.5 ? '#f6a24e' : '#2a2230'}"/>`;
      }
    }
    x += w + next() * 6;
  }
  return out;
}

function boat(x: number, y: number, s: number, hull: string, sail: string | null): string {
  const at = (dx: number, dy: number) => `${x + dx * s} ${y + dy * s}`;
  const mast = `<path d="M${at(4, 0)}L${at(6, -88)}M${at(6, -80)}L${at(-44, -4)}M${at(6, -80)}L${at(52, -6)}" stroke="#1b141c" stroke-width="${1.6 * s}" fill="none"/>`;
  const cloth = sail
    ? `<path d="M${at(8, -80)}C${at(40, -56)} ${at(46, -28)} ${at(48, -12)}L${at(8, -10)}z" fill="${sail}"/><path d="M${at(8, -80)}C${at(20, -50)} ${at(22, -28)} ${at(22, -11)}L${at(8, -10)}z" fill="#000" opacity=".14"/>`
    : '';
  const body = `<path d="M${at(-56, -2)}C${at(-40, 6)} ${at(34, 6)} ${at(60, -8)}C${at(54, 14)} ${at(40, 18)} ${at(-34, 18)}C${at(-46, 16)} ${at(-52, 8)} ${at(-56, -2)}z" fill="${hull}"/><path d="M${at(-56, -2)}C${at(-40, 6)} ${at(34, 6)} ${at(60, -8)}l0 ${3 * s}C${at(34, 10)} ${at(-40, 10)} ${at(-55, 2)}z" fill="#f3d9b0" opacity=".75"/><rect x="${x - 26 * s}" y="${y - 15 * s}" width="${24 * s}" height="${14 * s}" fill="#d8b48a"/><rect x="${x - 22 * s}" y="${y - 12 * s}" width="${6 * s}" height="${6 * s}" fill="#3a2c33"/>`;
  const mirror = `<g opacity=".42" filter="url(#soft)"><path d="M${at(-52, 18)}L${at(50, 18)}L${at(34, 46)}L${at(-36, 44)}z" fill="${hull}"/>${sail ? `<path d="M${at(8, 24)}L${at(40, 24)}L${at(10, 70)}z" fill="${sail}"/>` : ''}</g>`;
  return mirror + mast + cloth + body;
}

/** A kite of four cloths, its spars, tail and line down to a hand. */
function kite(
  x: number,
  y: number,
  s: number,
  turn: number,
  light: string,
  dark: string,
  hand: readonly [number, number],
): string {
  const a = (turn * Math.PI) / 180;
  const p = (dx: number, dy: number) =>
    [x + (dx * Math.cos(a) - dy * Math.sin(a)) * s, y + (dx * Math.sin(a) + dy * Math.cos(a)) * s] as const;
  const t = (dx: number, dy: number) =>
    p(dx, dy)
      .map((v) => v.toFixed(2))
      .join(' ');
  const [kx, ky] = p(0, 8);
  const line = `<path d="M${kx} ${ky}Q${(kx + hand[0]) / 2 - 30} ${(ky + hand[1]) / 2 + 90} ${hand[0]} ${hand[1]}" stroke="#241a22" stroke-width=".8" fill="none"/>`;
  const tail =
    `<path d="M${t(0, 78)}C${t(-30, 110)} ${t(34, 130)} ${t(0, 165)}S${t(30, 215)} ${t(-8, 240)}" stroke="${dark}" stroke-width="${3.4 * s}" fill="none" stroke-linecap="round"/>` +
    [112, 148, 190, 228]
      .map(
        (d, k) =>
          `<path d="M${t(-14, d - 7)}L${t(14, d + 7)}L${t(14, d - 7)}L${t(-14, d + 7)}z" fill="${k % 2 ? light : '#f7e3b4'}"/>`,
      )
      .join('');
  const cloth = `<path d="M${t(0, -62)}L${t(44, 0)}L${t(0, 0)}z" fill="${light}"/><path d="M${t(0, -62)}L${t(-44, 0)}L${t(0, 0)}z" fill="${dark}"/><path d="M${t(-44, 0)}L${t(0, 78)}L${t(0, 0)}z" fill="${light}"/><path d="M${t(44, 0)}L${t(0, 78)}L${t(0, 0)}z" fill="${dark}"/>`;
  const shine = `<path d="M${t(0, -62)}L${t(44, 0)}L${t(0, 78)}L${t(-44, 0)}z" fill="url(#shine)"/>`;
  const spars = `<path d="M${t(0, -62)}L${t(0, 78)}M${t(-44, 0)}L${t(44, 0)}" stroke="#2b1d1c" stroke-width="${1.4 * s}"/>`;
  return line + tail + cloth + shine + spars;
}

/** A figure of rounded, shaded forms, seen from behind against the light, one arm up to a kite's line. */
function figure(
  x: number,
  y: number,
  s: number,
  coat: string,
  scarf: string,
  flip: 1 | -1,
): { shape: string; hand: readonly [number, number] } {
  const at = (dx: number, dy: number) => `${(x + dx * s * flip).toFixed(2)} ${(y + dy * s).toFixed(2)}`;
  const hand = [x + 27 * s * flip, y - 113 * s] as const;
  const shape = `<ellipse cx="${x - 24 * s}" cy="${y + 2 * s}" rx="${52 * s}" ry="${7 * s}" fill="#120d16" opacity=".5" filter="url(#soft)"/>
<path d="M${at(-11, -44)}L${at(-13, 0)}L${at(-4, 0)}L${at(-1, -40)}L${at(4, 0)}L${at(13, 0)}L${at(10, -46)}z" fill="#241c2b"/>
<path d="M${at(9, -84)}Q${at(20, -96)} ${at(25, -113)}L${at(30, -111)}Q${at(27, -90)} ${at(13, -74)}z" fill="${coat}"/>
<path d="M${at(-14, -86)}C${at(-20, -70)} ${at(-19, -50)} ${at(-17, -34)}L${at(16, -34)}C${at(18, -56)} ${at(18, -74)} ${at(12, -87)}C${at(6, -93)} ${at(-8, -93)} ${at(-14, -86)}z" fill="${coat}"/>
<path d="M${at(-14, -86)}C${at(-20, -70)} ${at(-19, -50)} ${at(-17, -34)}L${at(-6, -34)}C${at(-10, -56)} ${at(-9, -76)} ${at(-4, -91)}z" fill="#ffcf8a" opacity=".36" filter="url(#soft)"/>
<path d="M${at(-16, -82)}Q${at(-26, -68)} ${at(-23, -48)}L${at(-17, -48)}Q${at(-19, -66)} ${at(-11, -76)}z" fill="${coat}"/>
<circle cx="${x}" cy="${y - 103 * s}" r="${11.5 * s}" fill="url(#head)"/>
<path d="M${at(-12, -103)}C${at(-13, -118)} ${at(13, -120)} ${at(12, -101)}C${at(4, -108)} ${at(-4, -108)} ${at(-12, -103)}z" fill="#2a1a1a"/>
<path d="M${at(-11, -92)}Q${at(0, -86)} ${at(11, -92)}L${at(12, -87)}Q${at(0, -80)} ${at(-12, -87)}z" fill="${scarf}"/><path d="M${at(-9, -88)}Q${at(-28, -92)} ${at(-40, -80)}L${at(-38, -75)}Q${at(-26, -84)} ${at(-9, -82)}z" fill="${scarf}"/>`;
  return { shape, hand };
}

/** Everything with an edge in the harbour picture, as an SVG to lay over sky and water. */
export function harbourShapes(width: number, height: number): string {
  const next = random(77);
  const one = figure(1010, 915, 1.6, '#3d3357', '#f0502e', -1);
  const two = figure(1210, 935, 1.75, '#7b3a3a', '#f2b632', 1);
  const child = figure(1110, 925, 1.05, '#1f5a66', '#f7e3b4', -1);
  const stones = Array.from({ length: 90 }, () => {
    const x = 760 + next() * 760;
    const y = 885 + next() * 110;
    return `<path d="M${x} ${y}h${18 + next() * 34}" stroke="#1a141c" stroke-width="1.2" opacity="${(0.2 + next() * 0.4).toFixed(2)}"/>`;
  }).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${WIDE} ${HIGH}">
<defs>
<filter id="soft" x="-30%" y="-30%" width="160%" height="160%"><feGaussianBlur stdDeviation="3.2"/></filter>
<linearGradient id="shine" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#fff" stop-opacity=".35"/><stop offset=".6" stop-color="#fff" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity=".3"/></linearGradient>
<radialGradient id="head" cx=".25" cy=".4" r=".9"><stop offset="0" stop-color="#f3bd8d"/><stop offset=".5" stop-color="#a06a52"/><stop offset="1" stop-color="#3a2428"/></radialGradient>
<linearGradient id="quay" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#6e5658"/><stop offset=".25" stop-color="#45353f"/><stop offset="1" stop-color="#1d1620"/></linearGradient>
</defs>
${houses(next)}
<path d="M640 ${HORIZON * HIGH + 6}L${WIDE} ${HORIZON * HIGH + 4}V${HORIZON * HIGH + 22}L640 ${HORIZON * HIGH + 12}z" fill="#2a2029"/>
${boat(300, 742, 1.25, '#7d2f2a', '#f4e0b8')}${boat(560, 690, 0.8, '#24465e', null)}${boat(120, 672, 0.55, '#2b2a38', '#d96a3c')}
<path d="M700 1000C760 930 800 884 900 872L${WIDE} 846V1000z" fill="url(#quay)"/><path d="M700 1000C760 930 800 884 900 872L${WIDE} 846" stroke="#c98d64" stroke-width="3" fill="none" opacity=".7"/>
${stones}
${kite(980, 210, 1.5, 18, '#f0502e', '#b92d18', one.hand)}${kite(640, 300, 0.95, -14, '#f7c948', '#dd9224', child.hand)}${kite(1320, 330, 1.1, 26, '#2bb3a3', '#13706c', two.hand)}
${one.shape}${child.shape}${two.shape}
</svg>`;
}
