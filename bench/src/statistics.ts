/** The value below which a share of the numbers lies. */
export function percentile(numbers: readonly number[], share: number): number {
  const sorted = numbers.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN;
}

export const median = (numbers: readonly number[]): number => percentile(numbers, 0.5);

/** Milliseconds that some work takes, `times` times over. */
export function timed(times: number, work: () => void): number[] {
  return Array.from({ length: times }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
}

export const ms = (value: number): string => `${value.toFixed(value < 10 ? 1 : 0)} ms`;

/** One row of the table that `npm run bench` prints. */
export interface Row {
  readonly work: string;
  readonly measured: string;
  readonly asked: string;
  readonly holds: boolean;
}

export function printTable(rows: readonly Row[]): void {
  const wide = (key: 'work' | 'measured' | 'asked') => Math.max(...rows.map((r) => r[key].length));
  for (const row of rows) {
    console.log(
      `${row.holds ? 'ok  ' : 'MISS'} ${row.work.padEnd(wide('work'))}  ${row.measured.padEnd(wide('measured'))}  asked: ${row.asked}`,
    );
  }
}
