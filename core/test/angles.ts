/** Degrees between two directions that repeat every `period` degrees. */
export function angleApart(a: number, b: number, period: number): number {
  const d = Math.abs(a - b) % period;
  return Math.min(d, period - d);
}
