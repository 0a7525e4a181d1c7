/** A block of linear memory, 16-byte aligned, for the host to fill. */
export function alloc(bytes: usize): usize {
  return heap.alloc(bytes);
}

/** Gives back a block from `alloc`. */
export function release(ptr: usize): void {
  heap.free(ptr);
}
