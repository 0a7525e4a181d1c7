import { useDrag } from '@use-gesture/react';
import { useEffect, useRef } from 'react';
import { type Mark, type Point, TILE_SIDE } from './marks.ts';
import { putDown, setTools, useTileWork } from './tile-work.ts';

/** Shares of the tile shown beyond its edges on either side. */
const BEYOND = 0.35;

interface Props {
  /** The tile as it is drawn now; changes with `stamp`. */
  readonly tile: OffscreenCanvas;
  readonly stamp: number;
  readonly halfDrop: boolean;
}

/** Points closer than this share of the tile are one. */
const NEAR = 0.004;

/** The tile with its repeats around it; what is drawn over an edge comes in at the other. */
export function DrawingBoard({ tile, stamp, halfDrop }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the stamp says when the tile was drawn anew
  useEffect(() => {
    const target = canvas.current!;
    const side = Math.round(target.clientWidth * devicePixelRatio);
    if (side === 0) return;
    target.width = side;
    target.height = side;
    const context = target.getContext('2d')!;
    const cell = side / (1 + 2 * BEYOND);
    const corner = BEYOND * cell;
    for (const i of [-1, 0, 1]) {
      const drop = halfDrop && i !== 0 ? cell / 2 : 0;
      for (const j of [-2, -1, 0, 1]) {
        const own = i === 0 && j === 0;
        context.globalAlpha = own ? 1 : 0.4;
        context.drawImage(tile, corner + i * cell, corner + j * cell + drop, cell, cell);
      }
    }
    context.globalAlpha = 1;
    context.drawImage(tile, corner, corner, cell, cell);
    context.strokeStyle = '#f0502e';
    context.strokeRect(corner, corner, cell, cell);
  }, [tile, stamp, halfDrop]);

  const place = (x: number, y: number): Point => {
    const box = canvas.current!.getBoundingClientRect();
    const share = (at: number, from: number) => ((at - from) / box.width) * (1 + 2 * BEYOND) - BEYOND;
    return { x: share(x, box.left), y: share(y, box.top) };
  };

  const drag = useDrag(
    ({ xy: [x, y], first, last, memo }) => {
      const at = place(x, y);
      const { tool, dark, width, filled, text, font, size } = useTileWork.getState();
      const before = first ? [] : (memo as Point[]);
      const end = before.at(-1);
      const far = !end || Math.hypot(at.x - end.x, at.y - end.y) > NEAR;
      const points = tool === 'pen' ? (far ? [...before, at] : before) : [before[0] ?? at, at];
      const mark: Mark = { tool, points, dark, width, filled, text, font, size };
      if (last) putDown(mark);
      else setTools({ held: mark });
      return points;
    },
    { filterTaps: false, pointer: { capture: true, keys: false } },
  );

  return (
    <canvas
      ref={canvas}
      {...drag()}
      role="img"
      aria-label="The tile and its repeats; draw on it"
      data-testid="tile-board"
      data-side={TILE_SIDE}
      className="aspect-square w-full max-w-[520px] cursor-crosshair touch-none border border-ink bg-white"
    />
  );
}
