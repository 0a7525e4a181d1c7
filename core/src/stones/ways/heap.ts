/** Places waiting for their turn, the least first; equal ones in the order in which they came. */
export interface Heap {
  readonly size: number;
  push(order: number, x: number, y: number): void;
  /** Takes the least out: its place is in `x` and `y`. False if there is none. */
  pop(): boolean;
  x: number;
  y: number;
}

/** A binary heap (Williams 1964) in typed arrays. */
export function placeHeap(): Heap {
  let room = 1024;
  let orders = new Float64Array(room);
  let came = new Float64Array(room);
  let xs = new Float64Array(room);
  let ys = new Float64Array(room);
  let count = 0;
  let all = 0;
  const grown = (from: Float64Array<ArrayBuffer>): Float64Array<ArrayBuffer> => {
    const to = new Float64Array(room);
    to.set(from);
    return to;
  };
  const before = (a: number, b: number) => orders[a]! < orders[b]! || (orders[a] === orders[b] && came[a]! < came[b]!);
  const swap = (a: number, b: number) => {
    for (const list of [orders, came, xs, ys]) {
      const held = list[a]!;
      list[a] = list[b]!;
      list[b] = held;
    }
  };
  const heap: Heap = {
    x: 0,
    y: 0,
    get size() {
      return count;
    },
    push(order, x, y) {
      if (count === room) {
        room *= 2;
        [orders, came, xs, ys] = [grown(orders), grown(came), grown(xs), grown(ys)];
      }
      orders[count] = order;
      came[count] = all++;
      xs[count] = x;
      ys[count] = y;
      for (let k = count++; k > 0; ) {
        const up = (k - 1) >> 1;
        if (!before(k, up)) break;
        swap(k, up);
        k = up;
      }
    },
    pop() {
      if (count === 0) return false;
      heap.x = xs[0]!;
      heap.y = ys[0]!;
      swap(0, --count);
      for (let k = 0; ; ) {
        const [l, r] = [2 * k + 1, 2 * k + 2];
        let least = k;
        if (l < count && before(l, least)) least = l;
        if (r < count && before(r, least)) least = r;
        if (least === k) break;
        swap(k, least);
        k = least;
      }
      return true;
    },
  };
  return heap;
}
