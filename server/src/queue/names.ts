/** The queue of parts in Redis. */
export const QUEUE = 'chromatype-parts';

/** What stands in the queue: everything else is fetched from the server by the id. */
export interface QueuedPart {
  readonly part: string;
}

/** Tries of a part before its run fails: each after a longer pause. */
export const ATTEMPTS = 5;
export const FIRST_PAUSE = 500;

/** Milliseconds for which a machine holds a part without a sign of life; another one takes it then. */
export const LOCK = 8000;
/** Times that a part may be taken from a machine that stopped answering. */
export const MOST_STALLS = 1000;

/** Header fields of what machines say to the server. */
export const VERSION_HEADER = 'x-chromatype-engine';
export const DIGEST_HEADER = 'x-chromatype-sha256';

/** What the server tells a machine that says hello. */
export interface Hello {
  readonly redis: string;
}
