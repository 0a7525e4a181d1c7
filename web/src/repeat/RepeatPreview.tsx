import { useDrag } from '@use-gesture/react';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { latestOnly } from '../engine/latest.ts';
import { arrowMove } from '../ui/arrow-move.ts';
import { POINTER_ONLY } from '../ui/drag-options.ts';
import { useRoom } from '../ui/use-room.ts';
import { type MadeSwatch, swatchWorker } from './use-swatch.ts';

interface Props {
  readonly swatch: MadeSwatch | null;
  /** All nine in the window, or plate pixels as display pixels. */
  readonly zoom: 'all' | 'pixels';
  readonly edges: boolean;
}

/** How many lie side by side. */
const SHOWN = 3;
/** Where the corners of four swatches meet, which is what is looked at first in plate pixels. */
const CORNER = { x: 1 / SHOWN, y: 1 / SHOWN };
/** CSS pixels around all nine. */
const AROUND = 16;

interface Shown {
  readonly scale: number;
  readonly originX: number;
  readonly originY: number;
  readonly width: number;
  readonly height: number;
}

/** What of nine swatches is in the window, in display pixels. `at`: the middle of the view, 0..1 of the nine. */
function viewOf(
  { width, height }: MadeSwatch,
  room: { readonly width: number; readonly height: number },
  zoom: Props['zoom'],
  at: { readonly x: number; readonly y: number },
): Shown {
  const dpr = devicePixelRatio;
  const [w, h] = [(room.width - 2 * AROUND) * dpr, (room.height - 2 * AROUND) * dpr];
  const scale = zoom === 'pixels' ? 1 : Math.min(1, w / (SHOWN * width), h / (SHOWN * height));
  const [allX, allY] = [SHOWN * width * scale, SHOWN * height * scale];
  const [seenX, seenY] = [Math.max(1, Math.floor(Math.min(w, allX))), Math.max(1, Math.floor(Math.min(h, allY)))];
  const origin = (share: number, all: number, seen: number) =>
    Math.round(Math.min(all - seen, Math.max(0, share * all - seen / 2)));
  return {
    scale,
    originX: origin(at.x, allX, seenX),
    originY: origin(at.y, allY, seenY),
    width: seenX,
    height: seenY,
  };
}

/** Where the repeats meet, as an SVG path in display pixels. */
function edgesPath({ steps: [a, b], width, height }: MadeSwatch, { scale, originX, originY }: Shown): string {
  const parts: string[] = [];
  const [columns, rows] = [Math.round((SHOWN * width) / Math.abs(a.x)), Math.round((SHOWN * height) / Math.abs(b.y))];
  const point = (x: number, y: number) => `${x * scale - originX} ${y * scale - originY}`;
  for (let c = -1; c <= columns; c++) {
    for (let r = -1; r <= rows; r++) {
      // Every other column is moved down by half a repeat, or every other row along.
      const x = c * a.x + (r & 1 ? b.x : 0);
      const y = r * b.y + (c & 1 ? a.y : 0);
      parts.push(`M${point(x, y)}L${point(x + a.x, y)}M${point(x, y)}L${point(x, y + b.y)}`);
    }
  }
  return parts.join('');
}

/** Nine swatches side by side, of the plates' own pixels. */
export function RepeatPreview({ swatch, zoom, edges }: Props) {
  const [ref, room] = useRoom();
  const [at, setAt] = useState(CORNER);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [drawn, setDrawn] = useState<{ readonly swatch: MadeSwatch; readonly view: Shown } | null>(null);
  const view = swatch && room ? viewOf(swatch, room, zoom, at) : null;
  const draw = useRef<((asked: { swatch: MadeSwatch; view: Shown }) => void) | null>(null);
  draw.current ??= latestOnly(async (asked: { swatch: MadeSwatch; view: Shown }) => {
    const sample = await swatchWorker().swatchShown(asked.swatch.key, asked.view);
    const own = canvas.current;
    if (!sample || !own) return;
    own.width = sample.width;
    own.height = sample.height;
    own.getContext('2d')!.putImageData(new ImageData(sample.rgba, sample.width, sample.height), 0, 0);
    own.dataset.key = asked.swatch.key;
    setDrawn(asked);
  });
  const watch = JSON.stringify([swatch?.key, view]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what is drawn
  useEffect(() => {
    if (swatch && view) draw.current!({ swatch, view });
  }, [watch]);
  function moveBy(x: number, y: number, from: { readonly x: number; readonly y: number }): void {
    if (!swatch || !view) return;
    const dpr = devicePixelRatio;
    const within = (v: number) => Math.min(1, Math.max(0, v));
    setAt({
      x: within(from.x + (x * dpr) / (SHOWN * swatch.width * view.scale)),
      y: within(from.y + (y * dpr) / (SHOWN * swatch.height * view.scale)),
    });
  }
  const drag = useDrag(({ movement: [x, y], memo = at }) => {
    moveBy(-x, -y, memo as typeof at);
    return memo;
  }, POINTER_ONLY);
  function onKey(event: KeyboardEvent): void {
    const by = arrowMove(event);
    if (by) moveBy(20 * by[0], 20 * by[1], at);
  }
  const shown = drawn?.view;
  const css = (pixels: number) => pixels / devicePixelRatio;
  return (
    <div
      ref={ref}
      className="grid h-full min-h-0 min-w-0 place-items-center overflow-hidden bg-surround"
      data-testid="repeat-preview"
      data-made={drawn !== null && drawn.swatch.key === swatch?.key}
    >
      <div
        {...drag()}
        role="application"
        aria-label="Nine swatches side by side; drag or the arrow keys move the view"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the view is moved by keys
        tabIndex={0}
        onKeyDown={onKey}
        className={`relative touch-none ${zoom === 'pixels' ? 'cursor-grab' : ''}`}
        style={shown && { width: css(shown.width), height: css(shown.height) }}
      >
        <canvas
          ref={canvas}
          role="img"
          aria-label="The repeat, three by three"
          width={1}
          height={1}
          className="absolute inset-0 h-full w-full"
        />
        {edges && drawn && (
          <svg
            className="pointer-events-none absolute inset-0 h-full w-full"
            viewBox={`0 0 ${drawn.view.width} ${drawn.view.height}`}
            aria-hidden
            data-testid="repeat-edges"
          >
            <path
              d={edgesPath(drawn.swatch, drawn.view)}
              className="stroke-hot"
              strokeWidth={1.25 * devicePixelRatio}
              strokeDasharray={`${5 * devicePixelRatio} ${4 * devicePixelRatio}`}
              fill="none"
            />
          </svg>
        )}
      </div>
    </div>
  );
}
