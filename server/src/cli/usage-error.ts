/** Something the user can put right: told in one sentence, with exit code 2. */
export class UsageError extends Error {}
