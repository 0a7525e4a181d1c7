/** Codes of a disk without room: POSIX errno and SQLite result codes. */
const FULL = new Set(['ENOSPC', 'EDQUOT', 'SQLITE_FULL']);

/** The same in words, for errors that came from a thread, a process or a library and have lost their code. */
const FULL_WORDS = /\b(ENOSPC|EDQUOT|SQLITE_FULL)\b|no space left on device|database or disk is full/i;

/** The error and what caused it, from the outside in. */
function* causesOf(error: unknown): Generator<{ readonly code?: unknown; readonly message?: unknown }> {
  const seen = new Set<unknown>();
  for (let at = error; typeof at === 'object' && at !== null && !seen.has(at); ) {
    seen.add(at);
    yield at;
    const { cause, driverError } = at as { cause?: unknown; driverError?: unknown };
    at = driverError ?? cause;
  }
}

/** Whether something failed because the disk has no room left. */
export function isDiskFull(error: unknown): boolean {
  for (const { code, message } of causesOf(error)) {
    if (FULL.has(String(code)) || FULL_WORDS.test(String(message))) return true;
  }
  return false;
}

/** A full disk as an error of its own, whatever said it; null for other errors. */
export const diskFullOf = (error: unknown): Error | null =>
  isDiskFull(error) ? Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' }) : null;
