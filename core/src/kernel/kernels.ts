import { KERNELS_BASE64 } from './wasm.generated.ts';

/** The exported functions of core/kernels; pointers and counts are plain numbers. */
export interface KernelExports {
  readonly memory: WebAssembly.Memory;
  alloc(bytes: number): number;
  release(ptr: number): void;
  threshold16(codes: number, limits: number, period: number, start: number, count: number, out: number): void;
  threshold8(codes: number, limits: number, period: number, start: number, count: number, out: number): void;
  lookup16(codes: number, table: number, count: number, out: number): void;
  widenBytes(codes: number, count: number, out: number): void;
  setApart(values: number, base: number, around: number, amount: number, count: number, out: number): void;
  lookup8(codes: number, table: number, count: number, out: number): void;
  lightRgba(
    rgba: number,
    table: number,
    wr: number,
    wg: number,
    wb: number,
    wa: number,
    count: number,
    out: number,
  ): void;
  resampleAcross(source: number, starts: number, weights: number, taps: number, count: number, out: number): void;
  sampleAlong(
    plane: number,
    width: number,
    rows: number,
    x: number,
    y: number,
    dx: number,
    dy: number,
    phases: number,
    count: number,
    out: number,
  ): void;
  bellRows(rows: number, weights: number, reach: number, count: number, out: number): void;
  resampleDown(rows: number, weights: number, taps: number, count: number, out: number): void;
  cellSums(
    tones: number,
    count: number,
    u: number,
    v: number,
    du: number,
    dv: number,
    d: number,
    c0: number,
    r0: number,
    columns: number,
    sums: number,
  ): void;
  cellSpread(
    means: number,
    count: number,
    u: number,
    v: number,
    du: number,
    dv: number,
    d: number,
    c0: number,
    r0: number,
    columns: number,
    out: number,
  ): void;
  addPixels(plates: number, count: number, palette: number, width: number, weight: number, sums: number): void;
  composeExact(plates: number, count: number, palette: number, width: number, out: number): void;
  composeMean(
    plates: number,
    count: number,
    palette: number,
    width: number,
    left: number,
    scale: number,
    weight: number,
    out: number,
  ): void;
  composeColumns(
    plates: number,
    stride: number,
    count: number,
    lookups: number,
    width: number,
    rows: number,
    weights: number,
    out: number,
    plane: number,
  ): void;
  diffuseRow(
    tones: number,
    out: number,
    width: number,
    e0: number,
    e1: number,
    e2: number,
    shares: number,
    count: number,
    parts: number,
    levels: number,
    step: number,
    noise: number,
    seed: number,
    y: number,
  ): void;
  floydRows(
    tones: number,
    toneStride: number,
    out: number,
    outStride: number,
    width: number,
    x0: number,
    x1: number,
    up: number,
    down: number,
    state: number,
  ): void;
  noiseRow(
    smooth: number,
    cells: number,
    ends: number,
    runs: number,
    j: number,
    b: number,
    z: number,
    c: number,
    seed: number,
    weight: number,
    first: boolean,
    start: number,
    sums: number,
  ): void;
  blendLight(
    values: number,
    stops: number,
    stopCount: number,
    grey: boolean,
    decoded: number,
    wr: number,
    wg: number,
    wb: number,
    count: number,
    out: number,
  ): void;
  lightQuads(rgba: number, table: number, count: number, out: number): void;
  resampleQuads(source: number, starts: number, weights: number, taps: number, count: number, out: number): void;
  splitQuads(quads: number, table: number, count: number, out: number, apart: number): void;
  solveInks(inks: number, model: number, wish: number, leaning: number, coverages: number, work: number): number;
  separateInks(
    red: number,
    green: number,
    blue: number,
    table: number,
    size: number,
    bits: number,
    count: number,
    out: number,
    apart: number,
  ): void;
  artworkOfQuads(quads: number, bytes: number, count: number, out: number): void;
  artworkOfBytes(source: number, curve: number, lights: number, bytes: number, count: number, out: number): void;
  artworkOfPlanes(
    red: number,
    green: number,
    blue: number,
    clear: number,
    bytes: number,
    count: number,
    out: number,
  ): void;
  liftFromWhite(light: number, clear: number, count: number): void;
  coverByAlpha(cover: number, clear: number, count: number): void;
  reachAcross(held: number, row: number, by: number, count: number, most: boolean): void;
  reachDown(out: number, row: number, count: number, most: boolean): void;
  likeGrey(pixels: number, count: number, value: number, tolerance: number, out: number): void;
  likeRgba(pixels: number, count: number, value: number, tolerance: number, out: number): void;
  erodeAcross(plane: number, words: number, rows: number): void;
  dilateAcross(plane: number, words: number, rows: number): void;
  andBits(out: number, mask: number, bytes: number): void;
  orBits(out: number, mask: number, bytes: number): void;
  cutBits(out: number, mask: number, bytes: number): void;
  floodRuns(
    free: number,
    out: number,
    words: number,
    rows: number,
    x: number,
    y: number,
    stack: number,
    room: number,
    reached: number,
  ): number;
  listRuns(plane: number, words: number, rows: number, ends: number, starts: number, room: number): number;
  padRows(plane: number, words: number, rows: number, width: number, value: boolean): void;
  joinRuns(rows: number, ends: number, starts: number, parent: number): void;
  markPieces(
    plane: number,
    words: number,
    rows: number,
    ends: number,
    starts: number,
    parent: number,
    marks: number,
    mark: number,
    first: number,
    beyond: number,
  ): number;
  setPieces(
    plane: number,
    words: number,
    rows: number,
    ends: number,
    starts: number,
    parent: number,
    marks: number,
    reached: number,
  ): void;
  packBits(bytes: number, count: number, out: number): void;
  addMapped(
    plates: number,
    count: number,
    table: number,
    ground: number,
    grounds: number,
    maps: number,
    under: number,
    over: number,
    width: number,
    weight: number,
    sums: number,
  ): void;
  addLight(light: number, width: number, weight: number, sums: number): void;
  blendNormal(
    source: number,
    width: number,
    strength: number,
    bytes: number,
    encode: number,
    decode: number,
    light: number,
  ): void;
  layCodes(plates: number, count: number, table: number, width: number, light: number): void;
  coloursOfBits(bits: number, colours: number, width: number, out: number): void;
  coloursOfLevels(values: number, colours: number, width: number, out: number): void;
  layColours(
    source: number,
    width: number,
    strength: number,
    opacity: number,
    lamp: boolean,
    bytes: number,
    light: number,
  ): void;
  blendSeparable(
    source: number,
    width: number,
    strength: number,
    table: number,
    lights: number,
    steps: number,
    encode: number,
    decode: number,
    light: number,
  ): void;
  blendWhole(
    source: number,
    width: number,
    strength: number,
    parts: number,
    encode: number,
    decode: number,
    light: number,
  ): void;
  mapLight(light: number, width: number, table: number): void;
  colourRun(
    source: number,
    width: number,
    start: number,
    by: number,
    across: number,
    round: boolean,
    darks: number,
    lights: number,
    shares: boolean,
    out: number,
  ): void;
  fillLight(light: number, width: number, start: number): void;
  layLevels(values: number, table: number, width: number, light: number): void;
  layBits(bits: number, table: number, width: number, light: number): void;
  lightMean(row: number, width: number, left: number, scale: number, weight: number, out: number): void;
  foldSums(top: number, stride: number, count: number, out: number): void;
  displayBytes(sums: number, count: number, table: number, out: number): void;
  planShares(left: number, scale: number, width: number, out: number): number;
  addScaled(from: number, share: number, count: number, out: number): void;
  shareColumns(
    columns: number,
    plane: number,
    width: number,
    plan: number,
    count: number,
    factor: number,
    area: number,
    shift: number,
    room: number,
    out: number,
  ): void;
}

/** A piece of the kernels' memory that the host fills and reads. Views are made afresh, since memory may move. */
export interface Scratch {
  readonly ptr: number;
  readonly bytes: number;
}

/** One instance of the kernels with its own memory: one for each worker thread. */
export interface Kernels {
  readonly run: KernelExports;
  /** A buffer under a name, at least `bytes` long; grown and its contents lost when it is too small. */
  scratch(name: string, bytes: number): Scratch;
  alloc(bytes: number): Scratch;
  release(block: Scratch): void;
  u8(block: Scratch): Uint8Array;
  u16(block: Scratch): Uint16Array;
  u32(block: Scratch): Uint32Array;
  i32(block: Scratch): Int32Array;
  f32(block: Scratch): Float32Array;
  f64(block: Scratch): Float64Array;
}

function decodeBase64(text: string): Uint8Array<ArrayBuffer> {
  const binary = atob(text);
  const bytes = new Uint8Array(binary.length);
  for (let k = 0; k < bytes.length; k++) bytes[k] = binary.charCodeAt(k);
  return bytes;
}

/** Starts the WebAssembly kernels. Needs WebAssembly SIMD, as every current browser and Node 20 have. */
export function createKernels(): Kernels {
  const module = new WebAssembly.Module(decodeBase64(KERNELS_BASE64));
  const run = new WebAssembly.Instance(module, { env: {} }).exports as unknown as KernelExports;
  const named = new Map<string, Scratch>();
  const alloc = (bytes: number): Scratch => ({ ptr: run.alloc(bytes + 64), bytes });
  const release = (block: Scratch): void => run.release(block.ptr);
  return {
    run,
    alloc,
    release,
    scratch(name, bytes) {
      const old = named.get(name);
      if (old && old.bytes >= bytes) return old;
      if (old) release(old);
      const block = alloc(Math.ceil(bytes * 1.25));
      named.set(name, block);
      return block;
    },
    u8: (b) => new Uint8Array(run.memory.buffer, b.ptr, b.bytes),
    u16: (b) => new Uint16Array(run.memory.buffer, b.ptr, b.bytes >> 1),
    u32: (b) => new Uint32Array(run.memory.buffer, b.ptr, b.bytes >> 2),
    i32: (b) => new Int32Array(run.memory.buffer, b.ptr, b.bytes >> 2),
    f32: (b) => new Float32Array(run.memory.buffer, b.ptr, b.bytes >> 2),
    f64: (b) => new Float64Array(run.memory.buffer, b.ptr, b.bytes >> 3),
  };
}
