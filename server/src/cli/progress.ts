/** Says on a terminal how far the work is. */
export const terminalProgress = (share: number): void => {
  if (process.stderr.isTTY) process.stderr.write(share < 1 ? `\r${Math.round(share * 100)} % ` : '\r       \r');
};
