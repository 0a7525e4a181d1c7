import {
  BLACK_RUNS,
  type Code,
  END_OF_LINE,
  HORIZONTAL,
  LONGEST_RUN,
  PASS,
  VERTICAL,
  WHITE_RUNS,
} from './fax-codes.ts';

/** Packs one-bit rows by two-dimensional coding, each row by what changed from the one above (ITU-T T.6). */
export interface G4Encoder {
  /** Adds a row: bits in bytes, leftmost highest, 1 = ink, coded as black. */
  row(data: Uint8Array, at: number): void;
  /** Bytes that are ready and not yet taken: whoever packs a tall picture takes them now and then. */
  readonly ready: number;
  take(): Uint8Array;
  /** The end of the block and the bytes not yet taken; the encoder then starts anew. */
  end(): Uint8Array;
}

/** Fills `edges` with the places where a row changes colour, from white on; returns how many there are. */
function edgesOf(data: Uint8Array, at: number, width: number, edges: Int32Array): number {
  let count = 0;
  let colour = 0;
  const bytes = (width + 7) >> 3;
  for (let k = 0; k < bytes; k++) {
    const byte = data[at + k]!;
    if (byte === (colour ? 255 : 0)) continue;
    for (let bit = 7; bit >= 0; bit--) {
      if (((byte >> bit) & 1) === colour) continue;
      const x = 8 * k + 7 - bit;
      if (x >= width) break;
      edges[count++] = x;
      colour ^= 1;
    }
  }
  // Sentinels: beyond the row there is no more change.
  edges[count] = width;
  edges[count + 1] = width;
  edges[count + 2] = width;
  return count;
}

export function createG4Encoder(width: number): G4Encoder {
  let above = new Int32Array(width + 4).fill(width);
  let own = new Int32Array(width + 4);
  let bytes = new Uint8Array(1 << 16);
  let length = 0;
  let held = 0;
  let heldBits = 0;

  function put({ bits, length: count }: Code): void {
    held = (held << count) | bits;
    heldBits += count;
    while (heldBits >= 8) {
      heldBits -= 8;
      bytes[length++] = (held >> heldBits) & 255;
    }
    held &= (1 << heldBits) - 1;
  }

  function putRun(run: number, black: boolean): void {
    const codes = black ? BLACK_RUNS : WHITE_RUNS;
    let left = run;
    while (left > LONGEST_RUN) {
      put(codes.long[LONGEST_RUN >> 6]!);
      left -= LONGEST_RUN;
    }
    if (left >= 64) put(codes.long[left >> 6]!);
    put(codes.short[left & 63]!);
  }

  /** Room for the worst row there is. */
  function makeRoom(): void {
    if (length + 2 * width + 64 < bytes.length) return;
    const larger = new Uint8Array(2 * bytes.length + 2 * width + 64);
    larger.set(bytes);
    bytes = larger;
  }

  function take(): Uint8Array {
    const made = bytes.slice(0, length);
    length = 0;
    return made;
  }

  return {
    get ready() {
      return length;
    },
    take,
    row(data, at) {
      makeRoom();
      edgesOf(data, at, width, own);
      let a0 = -1;
      let black = false;
      let next = 0;
      let b = 0;
      while (a0 < width) {
        const from = Math.max(0, a0);
        while (own[next]! <= a0 && own[next]! < width) next++;
        const a1 = own[next]!;
        // b1: the first edge above, right of a0, that turns to the other colour: even ones turn to black.
        if (b > 0) b--;
        while (above[b]! < width && (above[b]! <= a0 || (b & 1) !== (black ? 1 : 0))) b++;
        const b1 = above[b]!;
        const b2 = b1 >= width ? width : above[b + 1]!;
        if (b2 < a1) {
          put(PASS);
          a0 = b2;
          continue;
        }
        const shift = a1 - b1;
        if (shift >= -3 && shift <= 3) {
          put(VERTICAL[shift + 3]!);
          a0 = a1;
          black = !black;
          continue;
        }
        const a2 = own[next + 1]!;
        put(HORIZONTAL);
        putRun(a1 - from, black);
        putRun(Math.min(width, a2) - a1, !black);
        a0 = a2;
      }
      [above, own] = [own, above];
    },
    end() {
      makeRoom();
      put(END_OF_LINE);
      put(END_OF_LINE);
      if (heldBits > 0) put({ bits: 0, length: 8 - heldBits });
      above.fill(width);
      return take();
    },
  };
}
