/**
 * Lights and darks that leave a share of the picture clipped at each end. `counts`: how often each of
 * equal classes of darkness occurs, light to dark. The ends stay at least a tenth apart.
 */
export function autoEnds(counts: readonly number[], clip: number): { lights: number; darks: number } {
  const all = counts.reduce((a, b) => a + b, 0);
  if (all === 0) return { lights: 0, darks: 1 };
  const end = (order: readonly number[]): number => {
    let passed = 0;
    for (let k = 0; k < order.length; k++) {
      passed += order[k]!;
      if (passed > clip * all) return k / order.length;
    }
    return 1;
  };
  const lights = Math.min(0.9, end(counts));
  const darks = Math.max(0.1, 1 - end([...counts].reverse()));
  if (darks - lights >= 0.1) return { lights, darks };
  const middle = Math.min(0.95, Math.max(0.05, (lights + darks) / 2));
  return { lights: middle - 0.05, darks: middle + 0.05 };
}
