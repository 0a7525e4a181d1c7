/** The rising values nearest to some values by least squares: neighbours that fall are drawn together (Ayer and others 1955). */
export function rising(values: readonly number[]): number[] {
  const pools: { sum: number; count: number }[] = [];
  for (const value of values) {
    pools.push({ sum: value, count: 1 });
    while (pools.length > 1) {
      const [a, b] = [pools[pools.length - 2]!, pools[pools.length - 1]!];
      if (a.sum / a.count <= b.sum / b.count) break;
      pools.splice(pools.length - 2, 2, { sum: a.sum + b.sum, count: a.count + b.count });
    }
  }
  return pools.flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count));
}
