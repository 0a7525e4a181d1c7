/**
 * Lifts ink off its stock: the colour and alpha of a pixel that look on the stock as the print does.
 *
 * Alpha is one minus the most that any channel lets through of what lies beneath, as the prints on white and on black
 * show, and at least as much as the colour needs to be one. Where ink hides all, alpha is one and the colour is right on
 * any ground.
 * @param own RGBA bytes of the print on its stock
 * @param white the same print on white
 * @param black the same print on black
 * @param stock bytes of the bare stock
 */
export function liftInk(
  own: Uint8ClampedArray,
  white: Uint8ClampedArray,
  black: Uint8ClampedArray,
  stock: readonly [number, number, number],
): Uint8Array {
  const out = new Uint8Array(own.length);
  for (let at = 0; at < own.length; at += 4) {
    let through = 0;
    let needed = 0;
    for (let c = 0; c < 3; c++) {
      const [p, s] = [own[at + c]!, stock[c]!];
      through = Math.max(through, (white[at + c]! - black[at + c]!) / 255);
      if (p < s) needed = Math.max(needed, 1 - p / s);
      else if (p > s) needed = Math.max(needed, (p - s) / (255 - s));
    }
    const alpha = Math.min(255, Math.ceil(255 * Math.max(1 - Math.max(0, through), needed) - 1e-9));
    if (alpha === 0) continue;
    out[at + 3] = alpha;
    for (let c = 0; c < 3; c++) {
      const colour = stock[c]! + ((own[at + c]! - stock[c]!) * 255) / alpha;
      out[at + c] = Math.round(Math.min(255, Math.max(0, colour)));
    }
  }
  return out;
}
