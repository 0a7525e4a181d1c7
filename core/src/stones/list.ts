/** Stones that are laid, one after the other. Places in mm from the trimmed sheet's top left, turns in degrees. */
export interface StoneList {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Degrees, counter-clockwise. */
  readonly turn: Float32Array;
  /** Index into the sizes of the table. */
  readonly size: Uint8Array;
  /** Index into the colours of the table. */
  readonly colour: Uint8Array;
  /** Index of the region that it was laid for. */
  readonly region: Uint16Array;
  /** Index into the stones of the region that were placed by hand, or −1 for one that was laid. */
  readonly hand: Int32Array;
}

/** A stone before it is laid. */
export interface Stone {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  readonly size: number;
  readonly colour: number;
  readonly region: number;
  readonly hand: number;
}

/** A list that grows. */
export interface GrowingList {
  readonly list: StoneList;
  push(stone: Stone): number;
  setColour(index: number, colour: number): void;
}

interface Arrays {
  count: number;
  x: Float64Array;
  y: Float64Array;
  turn: Float32Array;
  size: Uint8Array;
  colour: Uint8Array;
  region: Uint16Array;
  hand: Int32Array;
}

const made = (room: number): Arrays => ({
  count: 0,
  x: new Float64Array(room),
  y: new Float64Array(room),
  turn: new Float32Array(room),
  size: new Uint8Array(room),
  colour: new Uint8Array(room),
  region: new Uint16Array(room),
  hand: new Int32Array(room),
});

function enlarged(from: Arrays): Arrays {
  const to = made(2 * from.x.length);
  to.count = from.count;
  to.x.set(from.x);
  to.y.set(from.y);
  to.turn.set(from.turn);
  to.size.set(from.size);
  to.colour.set(from.colour);
  to.region.set(from.region);
  to.hand.set(from.hand);
  return to;
}

/** An empty list, with room for as many stones as come. */
export function growingList(): GrowingList {
  let all = made(1024);
  return {
    get list() {
      return all;
    },
    push({ x, y, turn, size, colour, region, hand }) {
      const k = all.count;
      if (k === all.x.length) all = enlarged(all);
      all.x[k] = x;
      all.y[k] = y;
      all.turn[k] = turn;
      all.size[k] = size;
      all.colour[k] = colour;
      all.region[k] = region;
      all.hand[k] = hand;
      all.count = k + 1;
      return k;
    },
    setColour(index, colour) {
      all.colour[index] = colour;
    },
  };
}

/** A list without the room that it did not need. */
export const trimmedList = ({ count, x, y, turn, size, colour, region, hand }: StoneList): StoneList => ({
  count,
  x: x.slice(0, count),
  y: y.slice(0, count),
  turn: turn.slice(0, count),
  size: size.slice(0, count),
  colour: colour.slice(0, count),
  region: region.slice(0, count),
  hand: hand.slice(0, count),
});

export const NO_STONES: StoneList = trimmedList(growingList().list);
