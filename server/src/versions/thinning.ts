/** What thinning looks at. */
export interface Aged {
  readonly id: string;
  /** Named versions stay. */
  readonly name: string | null;
  readonly createdAt: string;
}

const DAY = 86_400_000;

/** Ages from which versions stand further apart, in days: from each on, one stays of so many days. */
const STEPS: readonly { readonly from: number; readonly one: number }[] = [
  { from: 365, one: 30 },
  { from: 30, one: 7 },
  { from: 1, one: 1 },
];

/** Automatic versions of the last day, at most. */
const MOST_TODAY = 40;

/** The span of time that a version stands for, in which one stays; null while all of its day stay. */
function spanOf(time: number, now: number): string | null {
  const step = STEPS.find(({ from }) => now - time >= from * DAY);
  return step ? `${step.one} ${Math.floor(time / (step.one * DAY))}` : null;
}

/**
 * The automatic versions of one job that are let go: all of the last day stay, then one a day for a month, one a week for a
 * year, one a month after. Of each span the newest stays. `now`: in milliseconds.
 */
export function thinnedOut(versions: readonly Aged[], now: number): string[] {
  const newestFirst = versions
    .filter((v) => v.name === null)
    .sort((a, b) => b.createdAt.localeCompare(a.createdAt) || b.id.localeCompare(a.id));
  const spans = new Set<string>();
  let today = 0;
  return newestFirst
    .filter(({ createdAt }) => {
      const span = spanOf(Date.parse(createdAt), now);
      if (span === null) return ++today > MOST_TODAY;
      if (spans.has(span)) return true;
      spans.add(span);
      return false;
    })
    .map(({ id }) => id);
}
