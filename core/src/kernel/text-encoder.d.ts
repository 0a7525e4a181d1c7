/** What every engine that runs this has: text as UTF-8. */
declare class TextEncoder {
  encode(text: string): Uint8Array;
}
