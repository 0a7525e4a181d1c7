import { CHART_VERSION, type ChartSpec, FULL_SIZE, MOST_CHART_INKS } from './chart-spec.ts';

/** Bits of the code: a start, the version, the inks, the key ink, the size, and a check. */
const FIELDS = [
  ['start', 2],
  ['version', 4],
  ['inks', 3],
  ['key', 3],
  ['twentieths', 5],
] as const;
const START = 0b10;
const CHECK_BITS = 8;

export const CODE_BITS = FIELDS.reduce((sum, [, bits]) => sum + bits, CHECK_BITS);

/** CRC-8 with the polynomial x⁸ + x² + x + 1 of ITU-T I.432.1, without its final mask; bits from the highest. */
export function crc8(bits: readonly boolean[]): number {
  let crc = 0;
  for (const bit of bits) {
    const out = ((crc >> 7) & 1) !== (bit ? 1 : 0);
    crc = (crc << 1) & 0xff;
    if (out) crc ^= 0x07;
  }
  return crc;
}

const bitsOf = (value: number, count: number): boolean[] =>
  Array.from({ length: count }, (_, k) => ((value >> (count - 1 - k)) & 1) === 1);

/** The code above a chart, `CODE_BITS` bits. */
export function chartCode({ inks, key, twentieths }: ChartSpec, version = CHART_VERSION): boolean[] {
  const values = { start: START, version, inks, key, twentieths };
  const bits = FIELDS.flatMap(([name, count]) => bitsOf(values[name], count));
  return [...bits, ...bitsOf(crc8(bits), CHECK_BITS)];
}

/** The chart and its version that a code names; null where the check does not agree. */
export function readChartCode(code: readonly boolean[]): { readonly spec: ChartSpec; readonly version: number } | null {
  const bits = code.slice(0, CODE_BITS - CHECK_BITS);
  const check = bitsOf(crc8(bits), CHECK_BITS);
  if (code.length !== CODE_BITS || check.some((bit, k) => bit !== code[bits.length + k])) return null;
  const read: Record<string, number> = {};
  let at = 0;
  for (const [name, count] of FIELDS) {
    read[name] = bits.slice(at, at + count).reduce((sum, bit) => 2 * sum + (bit ? 1 : 0), 0);
    at += count;
  }
  const { start, version, inks, key, twentieths } = read as Record<(typeof FIELDS)[number][0], number>;
  const good = start === START && inks >= 1 && inks <= MOST_CHART_INKS && key < inks && twentieths <= FULL_SIZE;
  return good && twentieths > 0 ? { version, spec: { inks, key, twentieths } } : null;
}
