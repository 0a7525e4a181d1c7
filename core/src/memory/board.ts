/**
 * A board in memory that several threads share: what one of them makes under a key the others copy instead of making it
 * again, and who comes while it is being made waits for it. Only threads that may block can use it: workers, not a page.
 */
export interface Board {
  /** Returns the bytes under a key: those on the board, or those that `make` gives, which are put there. */
  share(key: string, make: () => Uint8Array): Uint8Array;
}

/** Slots of the board; each has a state, a hash of its key in two words, and where its bytes lie and how many. */
const SLOTS = 192;
const WORDS = 5;
const [STATE, FIRST, SECOND, OFFSET, BYTES] = [0, 1, 2, 3, 4];
const [EMPTY, MAKING, THERE] = [0, 1, 2];

/** Words before the slots: a lock, and the next free byte. */
const LOCK = 0;
const FREE = 1;
const HEAD = 4;
const HEADER_BYTES = 4 * (HEAD + SLOTS * WORDS);

/** Milliseconds after which a thread that is waited for counts as dead: its slot, or the lock that it holds, is taken over. */
const PATIENCE = 3000;
const LOCK_PATIENCE = 500;

/** Makes the memory of a board that keeps up to `bytes` of what is shared. */
export function createBoard(bytes: number): SharedArrayBuffer {
  const buffer = new SharedArrayBuffer(HEADER_BYTES + bytes);
  new Int32Array(buffer, 0, HEAD)[FREE] = HEADER_BYTES;
  return buffer;
}

/** A slot in which this thread makes the bytes of a key. */
interface Claim {
  readonly at: number;
  readonly first: number;
  readonly second: number;
}

/** 64 bits of a key in two words (FNV-1a, twice, from different starts). */
function hashOf(key: string): [number, number] {
  let [a, b] = [0x811c9dc5, 0x01000193 ^ key.length];
  for (let k = 0; k < key.length; k++) {
    const code = key.charCodeAt(k);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ (code + 0x9e37), 0x85ebca6b);
    b ^= b >>> 13;
  }
  return [a | 0, b | 0];
}

/** Opens a board in one thread. */
export function openBoard(buffer: SharedArrayBuffer): Board {
  const words = new Int32Array(buffer, 0, HEAD + SLOTS * WORDS);
  const memory = new Uint8Array(buffer);
  const slotAt = (k: number): number => HEAD + k * WORDS;

  function locked<T>(work: () => T): T {
    while (Atomics.compareExchange(words, LOCK, 0, 1) !== 0) {
      // Nobody holds the lock so long who is alive.
      if (Atomics.wait(words, LOCK, 1, LOCK_PATIENCE) === 'timed-out') break;
    }
    try {
      return work();
    } finally {
      Atomics.store(words, LOCK, 0);
      Atomics.notify(words, LOCK, 1);
    }
  }

  function find(first: number, second: number): number | null {
    for (let k = 0; k < SLOTS; k++) {
      const at = slotAt(k);
      if (words[at + STATE!] !== EMPTY && words[at + FIRST!] === first && words[at + SECOND!] === second) return at;
    }
    return null;
  }

  /** Takes everything that is there off the board. What is being made keeps its slot. */
  function wipe(): void {
    for (let k = 0; k < SLOTS; k++) {
      const at = slotAt(k);
      if (words[at + STATE!] === THERE) words[at + STATE!] = EMPTY!;
    }
    words[FREE] = HEADER_BYTES;
  }

  function claim(first: number, second: number): number | null {
    const empty = () => Array.from({ length: SLOTS }, (_, k) => slotAt(k)).find((at) => words[at + STATE!] === EMPTY);
    let at = empty();
    if (at === undefined) {
      wipe();
      at = empty();
    }
    if (at === undefined) return null;
    words[at + FIRST!] = first;
    words[at + SECOND!] = second;
    words[at + STATE!] = MAKING!;
    return at;
  }

  /** Whether a slot still waits for the bytes of a key. */
  const isMaking = ({ at, first, second }: Claim): boolean =>
    words[at + STATE!] === MAKING && words[at + FIRST!] === first && words[at + SECOND!] === second;

  function put(at: number, bytes: Uint8Array): void {
    const length = (bytes.length + 15) & ~15;
    if (HEADER_BYTES + length > memory.length) {
      words[at + STATE!] = EMPTY!;
      return;
    }
    if (words[FREE]! + length > memory.length) wipe();
    const offset = words[FREE]!;
    words[FREE] = offset + length;
    memory.set(bytes, offset);
    words[at + OFFSET!] = offset;
    words[at + BYTES!] = bytes.length;
    words[at + STATE!] = THERE!;
  }

  /** Ends a claim with its bytes, or without; one that was taken over meanwhile is left alone. */
  function end(claimed: Claim, bytes: Uint8Array | null): void {
    locked(() => {
      if (!isMaking(claimed)) return;
      if (bytes) put(claimed.at, bytes);
      else words[claimed.at + STATE!] = EMPTY!;
    });
    Atomics.notify(words, claimed.at + STATE!);
  }

  function make(claimed: Claim, work: () => Uint8Array): Uint8Array {
    let bytes: Uint8Array | null = null;
    try {
      bytes = work();
      return bytes;
    } finally {
      end(claimed, bytes);
    }
  }

  return {
    share(key, work) {
      const [first, second] = hashOf(key);
      for (;;) {
        const found = locked<{ bytes: Uint8Array } | { wait: number } | { claimed: number | null }>(() => {
          const at = find(first, second);
          if (at === null) return { claimed: claim(first, second) };
          if (words[at + STATE!] !== THERE) return { wait: at };
          const offset = words[at + OFFSET!]!;
          return { bytes: memory.slice(offset, offset + words[at + BYTES!]!) };
        });
        if ('bytes' in found) return found.bytes;
        if ('claimed' in found)
          return found.claimed === null ? work() : make({ at: found.claimed, first, second }, work);
        // Whoever made it is dead: the next turn finds the slot empty and makes it here.
        if (Atomics.wait(words, found.wait + STATE!, MAKING!, PATIENCE) === 'timed-out')
          end({ at: found.wait, first, second }, null);
      }
    },
  };
}
