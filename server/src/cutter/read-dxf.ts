import { circlePoints, type CutFile, type CutShape, TemplateError } from './shape.ts';

/** Group codes and values, in their order. */
function pairsOf(text: string): (readonly [number, string])[] {
  const lines = text.split(/\r\n|\n|\r/);
  const pairs: [number, string][] = [];
  for (let k = 0; k + 1 < lines.length; k += 2) {
    const code = Number(lines[k]!.trim());
    if (!Number.isInteger(code)) throw new TemplateError(`Line ${k + 1} of the DXF is no group code.`);
    pairs.push([code, lines[k + 1]!.trim()]);
  }
  return pairs;
}

/** An entity and its codes. */
interface Entity {
  readonly kind: string;
  readonly codes: readonly (readonly [number, string])[];
}

/** Everything in the ENTITIES section, each with the codes that follow it. */
function entitiesOf(text: string): Entity[] {
  const pairs = pairsOf(text);
  const start = pairs.findIndex(
    ([code, value], k) => code === 2 && value === 'ENTITIES' && pairs[k - 1]?.[1] === 'SECTION',
  );
  if (start < 0) throw new TemplateError('The DXF has no section of entities.');
  const entities: { kind: string; codes: (readonly [number, string])[] }[] = [];
  for (const [code, value] of pairs.slice(start + 1)) {
    if (code === 0 && value === 'ENDSEC') break;
    if (code === 0) entities.push({ kind: value, codes: [] });
    else entities[entities.length - 1]?.codes.push([code, value]);
  }
  return entities;
}

const textOf = ({ codes }: Entity, code: number): string | undefined => codes.find(([c]) => c === code)?.[1];

function numberOf(entity: Entity, code: number): number {
  const value = Number(textOf(entity, code));
  if (!Number.isFinite(value))
    throw new TemplateError(`A ${entity.kind} of the DXF has no number for its code ${code}.`);
  return value;
}

/** Reads the circles and polylines of a DXF file of release 12. y is turned downwards. */
export function readDxf(text: string): CutFile {
  const shapes: CutShape[] = [];
  const others = new Map<string, number>();
  let line: { layer: string; closed: boolean; points: number[] } | null = null;
  for (const entity of entitiesOf(text)) {
    const layer = textOf(entity, 8) ?? '0';
    if (entity.kind === 'CIRCLE') {
      const [x, y, r] = [numberOf(entity, 10), -numberOf(entity, 20), numberOf(entity, 40)];
      shapes.push({ layer, points: circlePoints(x, y, r), closed: true, circle: { x, y, r } });
    } else if (entity.kind === 'POLYLINE') {
      line = { layer, closed: (Number(textOf(entity, 70) ?? 0) & 1) === 1, points: [] };
    } else if (entity.kind === 'VERTEX' && line) {
      line.points.push(numberOf(entity, 10), -numberOf(entity, 20));
    } else if (entity.kind === 'SEQEND' && line) {
      shapes.push({ layer: line.layer, points: Float64Array.from(line.points), closed: line.closed, circle: null });
      line = null;
    } else if (entity.kind === 'LINE') {
      const points = [numberOf(entity, 10), -numberOf(entity, 20), numberOf(entity, 11), -numberOf(entity, 21)];
      shapes.push({ layer, points: Float64Array.from(points), closed: false, circle: null });
    } else others.set(entity.kind, (others.get(entity.kind) ?? 0) + 1);
  }
  return {
    format: 'DXF',
    ...extentOf(shapes),
    pages: 1,
    shapes,
    others: [...others].map(([kind, n]) => `${n} of ${kind} cannot be cut.`),
  };
}

/** Size of the box that holds all shapes. */
export function extentOf(shapes: readonly CutShape[]): { readonly width: number; readonly height: number } {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { points } of shapes) {
    for (let k = 0; k < points.length; k += 2) {
      left = Math.min(left, points[k]!);
      right = Math.max(right, points[k]!);
      top = Math.min(top, points[k + 1]!);
      bottom = Math.max(bottom, points[k + 1]!);
    }
  }
  return shapes.length === 0 ? { width: 0, height: 0 } : { width: right - left, height: bottom - top };
}
