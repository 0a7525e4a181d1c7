/** Shows on a terminal how far the work is. */
export function showProgress(share: number): void {
  if (process.stderr.isTTY) process.stderr.write(share < 1 ? `\r${Math.round(share * 100)} % ` : '\r       \r');
}

let listener = showProgress;

/** Hears the progress instead of the terminal. */
export function onProgress(tell: (share: number) => void): void {
  listener = tell;
}

/** Says how far the work is, 0..1. */
export const terminalProgress = (share: number): void => listener(share);
