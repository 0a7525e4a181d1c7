/** Share 0..1 of how far a value is above an edge that fades over `soft`, half of it on each side. */
export const risen = (value: number, edge: number, soft: number): number =>
  soft > 0 ? Math.min(1, Math.max(0, 0.5 + (value - edge) / soft)) : value >= edge ? 1 : 0;
