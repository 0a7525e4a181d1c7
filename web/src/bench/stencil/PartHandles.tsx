import type { Fill, Job, StencilPart } from '@chromatype/core';
import type Konva from 'konva';
import { useEffect, useRef } from 'react';
import { Circle, Layer, Line, Rect, Stage, Transformer } from 'react-konva';
import { beginGesture, endGesture } from '../../document/store.ts';
import type { View } from '../../engine/view.ts';
import { changePart, standsInBox } from './draw-parts.ts';
import { type SheetPlace, sheetPlace, tidyMm } from './sheet-place.ts';
import { ToolHint } from '../tools/ToolHint.tsx';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
  readonly part: StencilPart;
  readonly view: View;
}

const HOT = '#f0502e';
type Change = (settings: Readonly<Record<string, unknown>>) => void;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly turn: number;
}

function BoxHandles({
  box,
  place,
  change,
}: {
  readonly box: Box;
  readonly place: SheetPlace;
  readonly change: Change;
}) {
  const rect = useRef<Konva.Rect>(null);
  const transformer = useRef<Konva.Transformer>(null);
  useEffect(() => {
    if (rect.current) transformer.current?.nodes([rect.current]);
  }, []);
  const middle = place.toCss(box.x + box.width / 2, box.y + box.height / 2);
  const [width, height] = [box.width * place.perMm, box.height * place.perMm];
  function read(): void {
    const node = rect.current!;
    const [w, h] = [node.width() * Math.abs(node.scaleX()), node.height() * Math.abs(node.scaleY())];
    node.setAttrs({ scaleX: 1, scaleY: 1, width: w, height: h, offsetX: w / 2, offsetY: h / 2 });
    const at = place.toMm(node.x(), node.y());
    const size = { width: tidyMm(w / place.perMm), height: tidyMm(h / place.perMm) };
    change({
      ...size,
      x: tidyMm(at.x - size.width / 2),
      y: tidyMm(at.y - size.height / 2),
      turn: tidyMm(-node.rotation()),
    });
  }
  return (
    <>
      <Rect
        ref={rect}
        x={middle.x}
        y={middle.y}
        offsetX={width / 2}
        offsetY={height / 2}
        width={width}
        height={height}
        rotation={-box.turn}
        stroke={HOT}
        strokeWidth={1}
        fill="rgba(240,80,46,0.04)"
        draggable
        onDragStart={beginGesture}
        onDragMove={read}
        onDragEnd={endGesture}
        onTransformStart={beginGesture}
        onTransform={read}
        onTransformEnd={endGesture}
      />
      <Transformer
        ref={transformer}
        keepRatio={false}
        flipEnabled={false}
        rotationSnaps={[0, 45, 90, 135, 180, 225, 270, 315]}
        rotationSnapTolerance={2}
        anchorSize={11}
        anchorStroke={HOT}
        anchorCornerRadius={0}
        borderStroke={HOT}
        boundBoxFunc={(old, next) => (Math.abs(next.width) < 6 || Math.abs(next.height) < 6 ? old : next)}
      />
    </>
  );
}

interface PointProps {
  readonly points: readonly number[];
  readonly each: number;
  readonly place: SheetPlace;
  change(points: readonly number[]): void;
}

/** More corners than this are moved together only. */
const MOST_HANDLES = 200;

/** Corners that are dragged one by one; the line between them moves all. A double click on a corner takes it out. */
function CornerHandles({ points, each, place, change }: PointProps) {
  const count = points.length / each;
  const corner = (k: number) => place.toCss(points[each * k]!, points[each * k + 1]!);
  const set = (at: number, x: number, y: number) =>
    change(points.map((v, k) => (k === at ? tidyMm(x) : k === at + 1 ? tidyMm(y) : v)));
  const least = each === 2 ? 3 : 2;
  return (
    <>
      <Line
        points={Array.from({ length: count }, (_, k) => corner(k)).flatMap(({ x, y }) => [x, y])}
        closed
        stroke={HOT}
        strokeWidth={1}
        dash={each === 2 ? undefined : [3, 3]}
        fill="rgba(240,80,46,0.04)"
        hitStrokeWidth={10}
        draggable
        onDragStart={beginGesture}
        onDragEnd={(event) => {
          const { x, y } = event.target.position();
          event.target.position({ x: 0, y: 0 });
          const [dx, dy] = [x / place.perMm, y / place.perMm];
          change(points.map((v, k) => (k % each === 0 ? tidyMm(v + dx) : k % each === 1 ? tidyMm(v + dy) : v)));
          endGesture();
        }}
      />
      {count <= MOST_HANDLES &&
        Array.from({ length: count }, (_, k) => (
          <Rect
            key={k}
            x={corner(k).x - 5}
            y={corner(k).y - 5}
            width={10}
            height={10}
            fill="#fff"
            stroke={HOT}
            draggable
            onDragStart={beginGesture}
            onDragMove={(event) => {
              const mm = place.toMm(event.target.x() + 5, event.target.y() + 5);
              set(each * k, mm.x, mm.y);
            }}
            onDragEnd={endGesture}
            onDblClick={() => count > least && change(points.toSpliced(each * k, each))}
          />
        ))}
    </>
  );
}

/** Handles before and after each node of a path. */
function CurveHandles({ points, place, change }: Omit<PointProps, 'each'>) {
  const ends = Array.from({ length: points.length / 6 }, (_, k) => [
    { at: 6 * k, arm: 6 * k + 2 },
    { at: 6 * k, arm: 6 * k + 4 },
  ]).flat();
  return (
    <>
      {ends.map(({ at, arm }) => {
        const node = place.toCss(points[at]!, points[at + 1]!);
        const end = place.toCss(points[at]! + points[arm]!, points[at + 1]! + points[arm + 1]!);
        return [
          <Line
            key={`l${arm}`}
            points={[node.x, node.y, end.x, end.y]}
            stroke={HOT}
            strokeWidth={1}
            listening={false}
          />,
          <Circle
            key={`c${arm}`}
            x={end.x}
            y={end.y}
            radius={5}
            fill={HOT}
            draggable
            onDragStart={beginGesture}
            onDragMove={(event) => {
              const mm = place.toMm(event.target.x(), event.target.y());
              const [dx, dy] = [tidyMm(mm.x - points[at]!), tidyMm(mm.y - points[at + 1]!)];
              change(points.map((v, k) => (k === arm ? dx : k === arm + 1 ? dy : v)));
            }}
            onDragEnd={endGesture}
          />,
        ];
      })}
    </>
  );
}

/** Handles of the chosen part on the sheet: a box, corners, or the nodes of a path. */
export default function PartHandles({ job, fill, part, view }: Props) {
  const place = sheetPlace(job, view);
  const change: Change = (settings) => changePart(fill.id, part.id, settings);
  const { kind, settings } = part;
  return (
    <div className="absolute inset-0" data-testid="part-handles" data-kind={kind}>
      <Stage width={view.width / devicePixelRatio} height={view.height / devicePixelRatio}>
        <Layer>
          {standsInBox(kind) && <BoxHandles box={settings as unknown as Box} place={place} change={change} />}
          {kind === 'polygon' && (
            <CornerHandles
              points={settings.points as readonly number[]}
              each={2}
              place={place}
              change={(points) => change({ points })}
            />
          )}
          {kind === 'pen' && (
            <>
              <CornerHandles
                points={settings.nodes as readonly number[]}
                each={6}
                place={place}
                change={(nodes) => change({ nodes })}
              />
              <CurveHandles
                points={settings.nodes as readonly number[]}
                place={place}
                change={(nodes) => change({ nodes })}
              />
            </>
          )}
        </Layer>
      </Stage>
      <ToolHint>Drag the part or its handles. Escape ends.</ToolHint>
    </div>
  );
}
