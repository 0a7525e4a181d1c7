import { composite } from '../colour/blend/composite.ts';
import type { BlendMode } from '../colour/blend/mode.ts';
import { decodeSrgb, encodeSrgb, parseHex } from '../colour/srgb.ts';
import type { Sheet } from '../document/types.ts';
import { inkOverprints, sheetLights, stockLight } from '../ink/printed-ink.ts';
import { blendOf, isPlainInk, type Printed } from './ink-levels.ts';

/** Passes in print order; plain inks that lie next to each other go together, so that overprints that were measured count. */
export function runsOf(passes: readonly Printed[]): number[][] {
  const runs: number[][] = [];
  passes.forEach((pass, k) => {
    const last = runs.at(-1);
    if (last && isPlainInk(pass) && isPlainInk(passes[last[0]!]!)) last.push(k);
    else runs.push([k]);
  });
  return runs;
}

const clamped = (light: number): number => Math.min(1, Math.max(0, light));

/** The light of a colour that is blended over another one. */
function blended(light: readonly number[], mode: BlendMode, colour: readonly number[], strength: number): number[] {
  const [r, g, b] = light.map((v) => encodeSrgb(clamped(v))) as [number, number, number];
  const [sr, sg, sb] = colour as [number, number, number];
  return composite(mode, [r, g, b, 1], [sr, sg, sb, strength]).slice(0, 3).map(decodeSrgb);
}

/**
 * Light of every combination of passes of one bit and one colour on a flat stock, three numbers a code; bit k is pass k.
 * @param passes at most twelve, in print order; inks and blend modes
 */
export function printLights(sheet: Sheet, passes: readonly Printed[]): Float64Array {
  if (passes.every(isPlainInk))
    return sheetLights(
      sheet,
      passes.map(({ ink }) => ink),
    );
  const stock = stockLight(sheet.stock);
  const layers = runsOf(passes).map((run) => {
    const first = passes[run[0]!]!;
    const mode = blendOf(first);
    if (!mode) {
      const { through, adds } = inkOverprints(
        sheet.stock,
        run.map((k) => passes[k]!.ink),
      );
      return (light: readonly number[], code: number): number[] => {
        const own = run.reduce((bits, k, n) => bits | (((code >> k) & 1) << n), 0);
        return light.map((v, c) => v * through[3 * own + c]! + adds[3 * own + c]!);
      };
    }
    const colour = (parseHex(first.ink.colour) ?? [0, 0, 0]).map((v) => v / 255);
    return (light: readonly number[], code: number): readonly number[] =>
      (code >> run[0]!) & 1 ? blended(light, mode, colour, first.ink.strength) : light;
  });
  const out = new Float64Array(3 * (1 << passes.length));
  for (let code = 0; code < 1 << passes.length; code++) {
    let light: readonly number[] = stock;
    for (const lay of layers) light = lay(light, code);
    out.set(light, 3 * code);
  }
  return out;
}
