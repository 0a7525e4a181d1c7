import type { EditAct, MarkEdit } from '../settings/params.ts';

/** Edits and marks of one edit at most. */
export const MOST_EDITS = 500;
export const MOST_EDITED = 50_000;

/** An edit that changes nothing but what is given. */
export const markEdit = (does: EditAct, marks: readonly number[], change: Partial<MarkEdit> = {}): MarkEdit => ({
  does,
  marks,
  right: 0,
  down: 0,
  by: does === 'size' ? 1 : 0,
  colour: '#000000',
  ...change,
});

/** All that edits do to one mark. */
export interface Edited {
  deleted: boolean;
  right: number;
  down: number;
  times: number;
  turn: number;
  colour: string | null;
}

/** What edits do, by the name of the mark; edits of marks that do not exist stay without effect. */
export function editsByMark(edits: readonly MarkEdit[]): ReadonlyMap<number, Edited> {
  const all = new Map<number, Edited>();
  for (const edit of edits) {
    for (const id of edit.marks) {
      const own = all.get(id) ?? { deleted: false, right: 0, down: 0, times: 1, turn: 0, colour: null };
      if (edit.does === 'delete') own.deleted = true;
      if (edit.does === 'move') {
        own.right += edit.right;
        own.down += edit.down;
      }
      if (edit.does === 'size') own.times *= edit.by;
      if (edit.does === 'turn') own.turn += edit.by;
      if (edit.does === 'colour') own.colour = edit.colour;
      all.set(id, own);
    }
  }
  return all;
}
