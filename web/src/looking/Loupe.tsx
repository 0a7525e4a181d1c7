import { type Job, type Pass, sheetPixels } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import { Pin, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { SpotMeasure } from '../engine/measures.ts';
import { latestOnly } from '../engine/latest.ts';
import { enginePool } from '../engine/pool.ts';
import type { View } from '../engine/view.ts';
import { Choice } from '../ui/Choice.tsx';
import { POINTER_ONLY } from '../ui/drag-options.ts';
import { setLooks, useLooks } from './look-store.ts';
import { LOUPE_SCALES } from './loupe-scales.ts';

/** Side of the glass in CSS pixels. */
const GLASS = 264;
/** Plate pixels round the spot that are measured at least. */
const LEAST_MEASURED = 128;
/** From this scale on the pixel grid is drawn. */
const GRID_FROM = 8;

interface Props {
  readonly job: Job;
  readonly pass: Pass | null;
  readonly view: View;
  /** Where the pointer is, in sheet pixels. */
  readonly pointer: { readonly x: number; readonly y: number } | null;
  readonly stage: string;
}

function drawGrid(
  context: CanvasRenderingContext2D,
  side: number,
  scale: number,
  offsetX: number,
  offsetY: number,
): void {
  context.strokeStyle = 'rgba(120,120,120,0.45)';
  context.lineWidth = 1;
  context.beginPath();
  for (let x = -offsetX; x <= side; x += scale) {
    context.moveTo(Math.round(x) + 0.5, 0);
    context.lineTo(Math.round(x) + 0.5, side);
  }
  for (let y = -offsetY; y <= side; y += scale) {
    context.moveTo(0, Math.round(y) + 0.5);
    context.lineTo(side, Math.round(y) + 0.5);
  }
  context.stroke();
}

/** True plate pixels, enlarged, with what they measure: it follows the pointer while held, or stays where it was pinned. */
export function Loupe({ job, pass, view, pointer, stage }: Props) {
  const { loupe, loupeAt, loupeScale } = useLooks();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [spot, setSpot] = useState<SpotMeasure | null>(null);
  const sheet = sheetPixels(job.sheet);
  const within = (v: number, most: number) => Math.min(most, Math.max(0, v));
  const wanted = (loupe === 'held' ? pointer : loupeAt) ?? {
    x: (view.originX + view.width / 2) / view.scale,
    y: (view.originY + view.height / 2) / view.scale,
  };
  const at = { x: within(wanted.x, sheet.width), y: within(wanted.y, sheet.height) };

  const draw = useRef<((j: Job, p: Pass | null, x: number, y: number, scale: number) => void) | null>(null);
  draw.current ??= latestOnly(async (j: Job, p: Pass | null, x: number, y: number, scale: number) => {
    const side = Math.round(GLASS * devicePixelRatio);
    const originX = Math.round(x * scale - side / 2);
    const originY = Math.round(y * scale - side / 2);
    const slab = {
      job: j,
      view: { scale, originX, originY, width: side, height: side },
      first: 0,
      rows: side,
      step: 1,
      draft: false,
    };
    const pieces = await enginePool().sampler.exact(slab);
    const context = canvas.current?.getContext('2d');
    if (!canvas.current || !context) return;
    canvas.current.width = side;
    canvas.current.height = side;
    context.clearRect(0, 0, side, side);
    context.imageSmoothingEnabled = false;
    for (const piece of pieces) {
      const block = new OffscreenCanvas(piece.width, piece.height);
      const image = new ImageData(
        new Uint8ClampedArray(piece.rgba as Uint8Array<ArrayBuffer>),
        piece.width,
        piece.height,
      );
      block.getContext('2d')!.putImageData(image, 0, 0);
      context.drawImage(
        block,
        piece.x * scale - originX,
        piece.y * scale - originY,
        piece.width * scale,
        piece.height * scale,
      );
    }
    const rest = (v: number) => ((v % scale) + scale) % scale;
    if (scale >= GRID_FROM) drawGrid(context, side, scale, rest(originX), rest(originY));
    canvas.current.dataset.stage = 'settled';
    setSpot(
      p?.on ? await enginePool().sampler.spot(j, p, x, y, Math.max(LEAST_MEASURED, Math.round(side / scale))) : null,
    );
  });
  useEffect(() => {
    if (canvas.current) canvas.current.dataset.stage = 'working';
    if (stage === 'settled' || stage === 'first') draw.current!(job, pass, at.x, at.y, loupeScale);
  }, [job, pass, at.x, at.y, loupeScale, stage]);

  const drag = useDrag(({ movement: [mx, my], memo = at }) => {
    const from = memo as { x: number; y: number };
    const pixel = devicePixelRatio / loupeScale;
    setLooks({
      loupeAt: { x: within(from.x - mx * pixel, sheet.width), y: within(from.y - my * pixel, sheet.height) },
    });
    return memo;
  }, POINTER_ONLY);

  // Held, it stands beside the pointer; pinned, in a corner.
  const place =
    loupe === 'held'
      ? {
          left: Math.min(
            view.width / devicePixelRatio - GLASS - 8,
            (at.x * view.scale - view.originX) / devicePixelRatio + 24,
          ),
          top: Math.min(
            view.height / devicePixelRatio - GLASS - 60,
            Math.max(8, (at.y * view.scale - view.originY) / devicePixelRatio - GLASS - 40),
          ),
        }
      : { right: 12, top: 12 };
  return (
    <section
      aria-label="Loupe"
      className={`absolute z-20 border border-ink bg-paper ${loupe === 'held' ? 'pointer-events-none' : ''}`}
      style={{ ...place, width: GLASS + 2 }}
    >
      <canvas
        ref={canvas}
        {...(loupe === 'pinned' ? drag() : {})}
        role="img"
        aria-label={`Plate pixels at ${loupeScale} times`}
        data-testid="loupe"
        className={`block bg-surround ${loupe === 'pinned' ? 'cursor-move touch-none' : ''}`}
        style={{ width: GLASS, height: GLASS }}
      />
      <div className="grid gap-1 p-1.5">
        {loupe === 'pinned' && (
          <div className="flex items-center justify-between">
            <Choice
              label="Loupe"
              value={String(loupeScale)}
              options={LOUPE_SCALES.map((s) => ({ value: String(s), label: `${s} ×` }))}
              onChange={(s) => setLooks({ loupeScale: Number(s) })}
            />
            <button
              type="button"
              aria-label="Close the loupe"
              onClick={() => setLooks({ loupe: 'off' })}
              className="grid h-6 w-6 place-items-center"
            >
              <X size={14} aria-hidden />
            </button>
          </div>
        )}
        <p className="font-mono text-[10.5px]" data-testid="loupe-reading">
          {pass ? `${pass.name}: ` : ''}
          {spot
            ? `${(spot.coverage * 100).toFixed(1)} %${spot.lpi ? `, ${spot.lpi.toFixed(1)} lpi, ${spot.angle!.toFixed(1)}°` : ', no regular pattern'}`
            : '…'}
        </p>
        {loupe === 'held' && (
          <p className="flex items-center gap-1 text-[11px] text-muted">
            <Pin size={11} aria-hidden /> click to pin it here
          </p>
        )}
      </div>
    </section>
  );
}
