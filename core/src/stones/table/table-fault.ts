import type { StoneTable } from './table.ts';

const alike = (a: StoneTable['sizes'][number], b: StoneTable['sizes'][number]): boolean =>
  a.shape === b.shape && a.width === b.width && a.height === b.height;

/** What is wrong with a table of stones whose entries are each valid, in one sentence; null if nothing is. */
export function tableFault({ sizes, colours }: StoneTable): string | null {
  if (sizes.length === 0) return 'The table needs at least one size of stones.';
  if (colours.length === 0) return 'The table needs at least one colour of stones.';
  for (const [k, size] of sizes.entries()) {
    if (size.name.trim() === '') return 'A size of stones has no name; give it one.';
    for (const other of sizes.slice(0, k)) {
      if (other.name === size.name) return `Two sizes are called ${size.name}; give each a name of its own.`;
      if (alike(other, size)) return `${other.name} and ${size.name} are alike in shape and size; keep one of them.`;
    }
  }
  for (const [k, colour] of colours.entries()) {
    if (colour.name.trim() === '') return 'A colour of stones has no name; give it one.';
    if (colours.findIndex((c) => c.name === colour.name) < k)
      return `Two colours are called ${colour.name}; give each a name of its own.`;
  }
  return null;
}
