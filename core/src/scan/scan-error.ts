/** A scan in which nothing can be found, in one plain sentence that says what to do. */
export class ScanError extends Error {}
