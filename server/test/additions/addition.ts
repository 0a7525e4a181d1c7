/** One addition: its file, and the one line of a table that names it. */
export interface Addition {
  /** Path of the new file, from the root of the project. */
  readonly file: string;
  readonly source: string;
  readonly table: string;
  /** Where the table begins; the new name is put at its end. */
  readonly behind: string;
  readonly name: string;
}
