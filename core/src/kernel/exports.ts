import type { BendExports } from './bend-exports.ts';
import type { MarkExports } from './mark-exports.ts';

/** The exported functions of core/kernels; pointers and counts are plain numbers. */
export interface KernelExports extends MarkExports, BendExports {
  readonly memory: WebAssembly.Memory;
  alloc(bytes: number): number;
  release(ptr: number): void;
  threshold16(codes: number, limits: number, period: number, start: number, count: number, out: number): void;
  threshold8(codes: number, limits: number, period: number, start: number, count: number, out: number): void;
  printTones(tones: number, p: number, q: number, cells: number, steps: number, count: number, out: number): void;
  overlapLights(tones: number, inks: number, lights: number, count: number, out: number): void;
  waveTrig(pieces: number, count: number, cosines: number, sines: number): void;
  waveSums(row: number, cosines: number, sines: number, count: number, step: number, re: number, im: number): void;
  waveOff(
    row: number,
    cosines: number,
    sines: number,
    count: number,
    step: number,
    re: number,
    im: number,
    below: number,
    share: number,
    nodes: number,
    room: number,
  ): void;
  tapSums(data: number, offsets: number, weights: number, taps: number, count: number, out: number): void;
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
    after: number,
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
  addOnArtwork(
    plates: number,
    count: number,
    table: number,
    artwork: number,
    lights: number,
    stock: number,
    strength: number,
    encode: number,
    decode: number,
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
