/** One form of pieces: an entry of the table. */
export interface ReliefKind {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
  /** The shape of marks that it is made for. */
  readonly shape: string;
  /**
   * Height above the ground, 0..1, at a place of the piece: x and y are -1..1 from one side of its box to the other, y
   * downwards. `aspect`: width by height of the box.
   */
  height(x: number, y: number, aspect: number): number;
}
