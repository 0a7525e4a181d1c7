import type { FileSink } from '../../formats/tiff.ts';

/** Characters that wait before they are written. */
const WAITING = 1 << 16;

/** Writes text to a file in pieces of a useful size. */
export function textSink(sink: Pick<FileSink, 'write'>) {
  const encoder = new TextEncoder();
  let waiting: string[] = [];
  let length = 0;
  const flush = (): void => {
    if (length > 0) sink.write(encoder.encode(waiting.join('')));
    waiting = [];
    length = 0;
  };
  return {
    write(text: string): void {
      waiting.push(text);
      length += text.length;
      if (length >= WAITING) flush();
    },
    flush,
  };
}

/** A length with four decimals at most, which is a ten-thousandth of a millimetre. */
export const short = (v: number): string => String(Math.round(v * 1e4) / 1e4);

/** Text as XML takes it. */
export const xml = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c]!);
