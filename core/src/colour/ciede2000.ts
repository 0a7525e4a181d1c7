import type { Lab } from './lab.ts';

const DEGREES = 180 / Math.PI;
const seventh = (x: number): number => x ** 7;
const TWENTY_FIVE = 25 ** 7;

const hueOf = (b: number, a: number): number => {
  if (a === 0 && b === 0) return 0;
  const h = Math.atan2(b, a) * DEGREES;
  return h < 0 ? h + 360 : h;
};

/**
 * CIEDE2000 difference of two L*a*b* colours with weights of one (CIE 142; formulas as in Sharma, Wu &
 * Dalal, The CIEDE2000 color-difference formula, 2005). For measuring alone: no plate depends on it.
 */
export function ciede2000([L1, a1, b1]: Lab, [L2, a2, b2]: Lab): number {
  const meanC = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
  const G = 0.5 * (1 - Math.sqrt(seventh(meanC) / (seventh(meanC) + TWENTY_FIVE)));
  const [A1, A2] = [(1 + G) * a1, (1 + G) * a2];
  const [C1, C2] = [Math.hypot(A1, b1), Math.hypot(A2, b2)];
  const [h1, h2] = [hueOf(b1, A1), hueOf(b2, A2)];

  const dL = L2 - L1;
  const dC = C2 - C1;
  const grey = C1 * C2 === 0;
  const turn = h2 - h1;
  const dh = grey ? 0 : Math.abs(turn) <= 180 ? turn : turn > 180 ? turn - 360 : turn + 360;
  const dH = 2 * Math.sqrt(C1 * C2) * Math.sin(dh / 2 / DEGREES);

  const L = (L1 + L2) / 2;
  const C = (C1 + C2) / 2;
  const sum = h1 + h2;
  const h = grey ? sum : Math.abs(turn) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  const cos = (degrees: number) => Math.cos(degrees / DEGREES);
  const T = 1 - 0.17 * cos(h - 30) + 0.24 * cos(2 * h) + 0.32 * cos(3 * h + 6) - 0.2 * cos(4 * h - 63);
  const theta = 30 * Math.exp(-(((h - 275) / 25) ** 2));
  const RC = 2 * Math.sqrt(seventh(C) / (seventh(C) + TWENTY_FIVE));
  const SL = 1 + (0.015 * (L - 50) ** 2) / Math.sqrt(20 + (L - 50) ** 2);
  const SC = 1 + 0.045 * C;
  const SH = 1 + 0.015 * C * T;
  const RT = -Math.sin((2 * theta) / DEGREES) * RC;
  const [l, c, k] = [dL / SL, dC / SC, dH / SH];
  return Math.sqrt(l * l + c * c + k * k + RT * c * k);
}
