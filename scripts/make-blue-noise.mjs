// Makes core/src/screen/families/grain/blue-noise-64-data.ts and -128-data.ts: blue-noise rank tiles by void-and-cluster
// (Ulichney, The void-and-cluster method for dither array generation, 1993). Run it by hand:
//   node scripts/make-blue-noise.mjs
import { writeFileSync } from 'node:fs';

const SIGMA = 1.5;

/** Seeded 32-bit random numbers 0 .. 1 (mulberry32, common practice). */
function random(seed) {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** How crowded each place of a torus is by the points on it, kept up to date as points come and go. */
function crowding(side) {
  const reach = 12;
  const bell = [];
  for (let y = -reach; y <= reach; y++) {
    for (let x = -reach; x <= reach; x++) bell.push([x, y, Math.exp(-(x * x + y * y) / (2 * SIGMA * SIGMA))]);
  }
  const field = new Float64Array(side * side);
  const on = new Uint8Array(side * side);
  const put = (at, sign) => {
    on[at] = sign > 0 ? 1 : 0;
    const [px, py] = [at % side, Math.floor(at / side)];
    for (const [x, y, w] of bell) {
      field[((py + y + side) % side) * side + ((px + x + side) % side)] += sign * w;
    }
  };
  const find = (wanted, better) => {
    let best = -1;
    for (let k = 0; k < field.length; k++) {
      if (on[k] === wanted && (best < 0 || better(field[k], field[best]))) best = k;
    }
    return best;
  };
  return {
    on,
    put,
    tightest: () => find(1, (a, b) => a > b),
    emptiest: () => find(0, (a, b) => a < b),
  };
}

function voidAndCluster(side, seed) {
  const next = random(seed);
  const count = side * side;
  const first = Math.floor(count / 10);
  const start = crowding(side);
  for (let n = 0; n < first; ) {
    const at = Math.floor(next() * count);
    if (!start.on[at]) {
      start.put(at, 1);
      n++;
    }
  }
  // The prototype: points move from the tightest cluster to the largest void until that changes nothing.
  for (;;) {
    const from = start.tightest();
    start.put(from, -1);
    const to = start.emptiest();
    start.put(to, 1);
    if (from === to) break;
  }
  const ranks = new Uint16Array(count);
  const prototype = Uint8Array.from(start.on);
  for (let rank = first - 1; rank >= 0; rank--) {
    const at = start.tightest();
    ranks[at] = rank;
    start.put(at, -1);
  }
  const filling = crowding(side);
  prototype.forEach((bit, at) => {
    if (bit) filling.put(at, 1);
  });
  // Voids are filled to the end; in a torus with a fixed bell the tightest cluster of what is left is its emptiest place.
  for (let rank = first; rank < count; rank++) {
    const at = filling.emptiest();
    ranks[at] = rank;
    filling.put(at, 1);
  }
  return ranks;
}

for (const side of [64, 128]) {
  const ranks = voidAndCluster(side, side);
  const text = Buffer.from(ranks.buffer)
    .toString('base64')
    .replace(/.{1,200}/g, "  '$&' +\n")
    .replace(/ \+\n$/, ';\n');
  writeFileSync(
    new URL(`../core/src/screen/families/grain/blue-noise-${side}-data.ts`, import.meta.url),
    `// Made by scripts/make-blue-noise.mjs; do not edit. Ranks as 16-bit numbers, low byte first, base64.\nexport const BLUE_NOISE_${side} =\n${text}`,
  );
}
