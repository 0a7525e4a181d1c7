/** A regular screen: rows an inch and their angle in degrees. */
export interface RegularScreen {
  readonly lpi: number;
  readonly angle: number;
}

/**
 * Period of the ripple between two gratings, in inches; infinite when they are the same.
 * Grating superposition: f² = f1² + f2² − 2 f1 f2 cos Δ.
 */
export function gratingBeat(a: RegularScreen, b: RegularScreen): number {
  const turn = ((a.angle - b.angle) * Math.PI) / 180;
  const f2 = a.lpi * a.lpi + b.lpi * b.lpi - 2 * a.lpi * b.lpi * Math.cos(turn);
  return f2 <= 1e-12 ? Infinity : 1 / Math.sqrt(f2);
}

/** The longest ripple between two square screens, whose rows also run at right angles: in inches. */
export function squareBeat(a: RegularScreen, b: RegularScreen): number {
  return Math.max(
    gratingBeat(a, b),
    gratingBeat(a, { ...b, angle: b.angle + 90 }),
    gratingBeat(a, { ...b, angle: b.angle - 90 }),
  );
}
