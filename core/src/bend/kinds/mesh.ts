import { whole } from '../../settings/params.ts';
import { bendKindOf, type BendSheet, type PointMap, type TrimmedSheet } from '../kind.ts';
import { inverseOf } from '../inverse-of.ts';
import { inMm, movedHandles } from '../moved-handles.ts';

const MOST = 12;

/** Handles of a mesh of so many cells across and down, at rest: x and y in mm, row by row. */
export function restingMesh({ width, height }: TrimmedSheet, columns: number, rows: number): number[] {
  const out: number[] = [];
  for (let r = 0; r <= rows; r++) {
    for (let c = 0; c <= columns; c++) out.push((c / columns) * width, (r / rows) * height);
  }
  return out;
}

const trimmed = ({ width, height, bleed, ppi }: BendSheet): TrimmedSheet => ({
  width: ((width - 2 * bleed) / ppi) * 25.4,
  height: ((height - 2 * bleed) / ppi) * 25.4,
});

/** Weights of four handles in a row at t between the second and the third (Catmull and Rom 1974). */
const first = (t: number): number => ((2 - t) * t - 1) * t * 0.5;
const second = (t: number): number => ((3 * t - 5) * t * t + 2) * 0.5;
const third = (t: number): number => ((4 - 3 * t) * t + 1) * t * 0.5;
const fourth = (t: number): number => (t - 1) * t * t * 0.5;

/** How far handles are moved, in pixels, row by row, with one more on every side that goes on evenly. */
function ringed(columns: number, rows: number, moved: (c: number, r: number) => number): Float64Array {
  const wide = columns + 3;
  const out = new Float64Array(wide * (rows + 3));
  const at = (c: number, r: number): number => {
    if (c < 0) return 2 * at(0, r) - at(1, r);
    if (c > columns) return 2 * at(columns, r) - at(columns - 1, r);
    if (r < 0) return 2 * at(c, 0) - at(c, 1);
    if (r > rows) return 2 * at(c, rows) - at(c, rows - 1);
    return moved(c, r);
  };
  for (let r = -1; r <= rows + 1; r++) for (let c = -1; c <= columns + 1; c++) out[(r + 1) * wide + c + 1] = at(c, r);
  return out;
}

/** Moves points as the handles of a mesh are moved: exactly at the handles, and smoothly between them. */
function meshMap(
  columns: number,
  rows: number,
  handles: readonly number[],
  rest: readonly number[],
  sheet: BendSheet,
): PointMap {
  const perMm = sheet.ppi / 25.4;
  const by = (axis: 0 | 1) =>
    ringed(columns, rows, (c, r) => {
      const k = 2 * (r * (columns + 1) + c) + axis;
      return (handles[k]! - rest[k]!) * perMm;
    });
  const [movesX, movesY] = [by(0), by(1)];
  const wide = columns + 3;
  const { bleed } = sheet;
  const [w, h] = [sheet.width - 2 * bleed, sheet.height - 2 * bleed];
  return (x, y, out) => {
    // Beyond the edge of the sheet everything moves as the edge does.
    const u = Math.min(1, Math.max(0, (x - bleed) / w)) * columns;
    const v = Math.min(1, Math.max(0, (y - bleed) / h)) * rows;
    const c = Math.min(columns - 1, Math.floor(u));
    const r = Math.min(rows - 1, Math.floor(v));
    const [s, t] = [u - c, v - r];
    const [a, b, d, e] = [first(s), second(s), third(s), fourth(s)];
    let dx = 0;
    let dy = 0;
    for (let k = 0, at = r * wide + c; k < 4; k++, at += wide) {
      const down = k === 0 ? first(t) : k === 1 ? second(t) : k === 2 ? third(t) : fourth(t);
      dx += down * (a * movesX[at]! + b * movesX[at + 1]! + d * movesX[at + 2]! + e * movesX[at + 3]!);
      dy += down * (a * movesY[at]! + b * movesY[at + 1]! + d * movesY[at + 2]! + e * movesY[at + 3]!);
    }
    out.x = x + dx;
    out.y = y + dy;
  };
}

/** Points between handles that are looked at, in each direction of a cell. */
const FINE = 8;

export const mesh = bendKindOf({
  name: 'mesh',
  label: 'Mesh',
  about: 'Rows and columns of handles over the whole sheet, each dragged by itself.',
  params: {
    columns: whole('Columns', 'Cells of the mesh across the sheet.', 3, 1, MOST),
    rows: whole('Rows', 'Cells of the mesh down the sheet.', 3, 1, MOST),
    handles: {
      kind: 'points',
      label: 'Handles',
      about: 'Where each handle lies, row by row.',
      normal: [],
      on: 'sheet',
      each: 2,
      min: 0,
      max: (MOST + 1) * (MOST + 1),
    },
  },
  begin: (sheet) => ({ handles: restingMesh(sheet, 3, 3) }),
  ready({ columns, rows, handles }, sheet) {
    const rest = restingMesh(trimmed(sheet), columns, rows);
    if (handles.length !== rest.length) return null;
    if (handles.every((v, k) => Math.abs(v - rest[k]!) < 1e-6)) return null;
    const forth = meshMap(columns, rows, handles, rest, sheet);
    return {
      detail: () => Math.min(sheet.width / columns, sheet.height / rows) / 2,
      forth,
      back: inverseOf(forth, sheet, { across: columns * FINE, down: rows * FINE }),
    };
  },
  handles({ columns, rows, handles }, sheet) {
    const rest = restingMesh(sheet, columns, rows);
    const at = handles.length === rest.length ? handles : rest;
    return Array.from({ length: at.length / 2 }, (_, k) => {
      const [r, c] = [Math.floor(k / (columns + 1)), k % (columns + 1)];
      const from = [...(c > 0 ? [String(k - 1)] : []), ...(r > 0 ? [String(k - columns - 1)] : [])];
      return { id: String(k), label: `Handle ${c + 1}, ${r + 1}`, x: at[2 * k]!, y: at[2 * k + 1]!, from };
    });
  },
  dragged({ columns, rows, handles }, id, to, sheet) {
    const rest = restingMesh(sheet, columns, rows);
    const next = [...(handles.length === rest.length ? handles : rest)];
    next.splice(2 * Number(id), 2, to.x, to.y);
    return { handles: next };
  },
  moved({ columns, rows, handles }, by, from, to) {
    const rest = restingMesh(from, columns, rows);
    const map = handles.length === rest.length ? meshMap(columns, rows, handles, rest, inMm(from)) : null;
    return { handles: movedHandles(map, restingMesh(to, columns, rows), by) };
  },
  changed({ columns, rows, handles }, part, sheet) {
    const next = { columns, rows, ...part };
    const rest = restingMesh(sheet, columns, rows);
    if ((next.columns === columns && next.rows === rows) || handles.length !== rest.length) return part;
    // Another number of handles keeps the shape: each new one lies where the old ones take its place.
    const map = meshMap(columns, rows, handles, rest, inMm(sheet));
    const at = { x: 0, y: 0 };
    const moved = restingMesh(sheet, next.columns, next.rows);
    for (let k = 0; k < moved.length; k += 2) {
      map(moved[k]!, moved[k + 1]!, at);
      moved[k] = at.x;
      moved[k + 1] = at.y;
    }
    return { ...part, handles: moved };
  },
});
