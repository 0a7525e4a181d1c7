/** Whether keys belong to a field of text. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, select, [contenteditable="true"]') !== null;

/** Whether the space bar belongs to what has the focus. */
export const takesSpace = (target: EventTarget | null): boolean =>
  isTyping(target) ||
  (target instanceof Element &&
    target.closest('button, a, [role="slider"], [role="radio"], [role="button"], [role="switch"]') !== null);
