/** For handles that answer to keys themselves: the gesture library's own arrow keys would go on from its last drag. */
export const POINTER_ONLY = { pointer: { keys: false } } as const;
