/** Longest piece of what somebody sent that a message repeats, in characters. */
const LONGEST_ECHO = 40;

/** A text for a message: at most 40 characters of it, in one line. */
export const cut = (text: string): string => {
  const line = text.replace(/[\p{Cc}\p{Zl}\p{Zp}]+/gu, ' ');
  return line.length > LONGEST_ECHO ? `${line.slice(0, LONGEST_ECHO)}…` : line;
};
