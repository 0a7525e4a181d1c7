import type { At, Draft, Trace } from './drawing.ts';
import { clicksCorners, dragsBox, oppositeCorner, perCorner } from './drawing.ts';
import type { SheetPlace } from './sheet-place.ts';
import type { Drawing } from './stencil-tools.ts';

interface Props {
  readonly drawing: Drawing;
  readonly draft: Draft;
  readonly traces: readonly Trace[];
  readonly pointer: At | null;
  readonly place: SheetPlace;
  /** Of the view, in CSS pixels. */
  readonly width: number;
  readonly height: number;
}

const HOT = '#f0502e';
const COOL = '#0b6e75';
const INSIDE = 'rgba(240,80,46,0.06)';

/** Points on the sheet, `each` numbers a point, as an SVG list. */
const listed = (points: readonly number[], each: number, place: SheetPlace): string =>
  Array.from({ length: points.length / each }, (_, k) => {
    const { x, y } = place.toCss(points[each * k]!, points[each * k + 1]!);
    return `${x},${y}`;
  }).join(' ');

function DraftBox({ drawing, from, to, place }: Pick<Props, 'drawing' | 'place'> & { from: At; to: At }) {
  const [x, y] = oppositeCorner(from, to);
  const [a, b] = [place.toCss(from.x, from.y), place.toCss(x, y)];
  return (
    <rect
      x={Math.min(a.x, b.x)}
      y={Math.min(a.y, b.y)}
      width={Math.abs(b.x - a.x)}
      height={Math.abs(b.y - a.y)}
      fill={INSIDE}
      stroke={HOT}
      rx={drawing === 'ellipse' ? '50%' : 0}
    />
  );
}

/** What is being drawn, before it is a part of the stencil. */
export function DraftShapes({ drawing, draft, traces, pointer, place, width, height }: Props) {
  const each = perCorner(drawing);
  const { points, from } = draft;
  const next = pointer && drawing !== 'freehand' ? ` ${pointer.cx},${pointer.cy}` : '';
  return (
    <svg className="pointer-events-none absolute inset-0" width={width} height={height} aria-hidden>
      {traces.map((trace, k) => (
        <polyline
          key={k}
          points={listed(trace.points, 2, place)}
          fill="none"
          stroke={trace.does === 'subject' ? HOT : COOL}
          strokeOpacity={0.5}
          strokeWidth={Math.max(2, trace.size * place.perMm)}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ))}
      {dragsBox(drawing) && from && pointer && <DraftBox drawing={drawing} from={from} to={pointer} place={place} />}
      {!dragsBox(drawing) && points.length >= each && (
        <polyline points={`${listed(points, each, place)}${next}`} fill={INSIDE} stroke={HOT} strokeWidth={1.5} />
      )}
      {clicksCorners(drawing) &&
        Array.from({ length: points.length / each }, (_, k) => {
          const at = place.toCss(points[each * k]!, points[each * k + 1]!);
          return <rect key={k} x={at.x - 4} y={at.y - 4} width={8} height={8} fill="#fff" stroke={HOT} />;
        })}
    </svg>
  );
}
