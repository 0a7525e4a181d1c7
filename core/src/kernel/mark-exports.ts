/** What core/kernels/marks.ts and mark-cells.ts export; pointers and counts are plain numbers. */
export interface MarkExports {
  addMarks(
    points: number,
    ends: number,
    contours: number,
    reach: number,
    marks: number,
    count: number,
    left: number,
    top: number,
    width: number,
    height: number,
    step: number,
    rows: number,
    places: number,
  ): void;
  addRoughCircles(
    radius: number,
    marks: number,
    count: number,
    left: number,
    top: number,
    width: number,
    height: number,
    step: number,
    rows: number,
  ): void;
  bitsOfMarks(rows: number, width: number, height: number, stride: number, out: number): void;
  bytesOfMarks(rows: number, width: number, height: number, out: number): void;
  layMark(
    cover: number,
    width: number,
    rows: number,
    step: number,
    place: number,
    side: number,
    seen: number,
    shine: number,
    red: number,
    green: number,
    blue: number,
    bytes: number,
    lights: number,
    out: number,
    stride: number,
  ): void;
  sumMarkCells(
    cells: number,
    ends: number,
    sites: number,
    count: number,
    values: number,
    planes: number,
    left: number,
    top: number,
    width: number,
    rows: number,
    step: number,
    moments: boolean,
    spans: number,
    sums: number,
  ): void;
  markSpans(
    cells: number,
    ends: number,
    count: number,
    left: number,
    top: number,
    width: number,
    rows: number,
    step: number,
    spans: number,
    most: number,
    out: number,
  ): number;
  sumSpans(
    spans: number,
    count: number,
    codes: number,
    width: number,
    table: number,
    wide: boolean,
    sums: number,
  ): void;
  mostOf(from: number, width: number, rows: number, out: number, stride: number): void;
}
