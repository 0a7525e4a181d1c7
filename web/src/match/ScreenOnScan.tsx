import { type PixelRegion, scanOf } from '@chromatype/core';
import { useEffect, useRef } from 'react';
import { pictureHere } from '../engine/pictures.ts';

interface Props {
  readonly name: string;
  readonly hash: string;
  readonly region: PixelRegion;
  /** Pixels of the scan from one row of cells to the next. */
  readonly pitch: number;
  /** Turn of the rows in the scan, degrees counter-clockwise. */
  readonly angle: number;
  /** Whether rows run both ways, as those of dots do. */
  readonly both: boolean;
}

/** Cells that are shown across and down. */
const [ACROSS, DOWN] = [12, 5];

/** The middle of the region, large, and the rows of one screen drawn over it: at the right frequency and angle they run with the dots. */
export function ScreenOnScan({ name, hash, region, pitch, angle, both }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const width = Math.max(8, Math.min(region.width, Math.round(ACROSS * pitch)));
  const height = Math.max(8, Math.min(region.height, Math.round((width * DOWN) / ACROSS)));
  const x = region.x + ((region.width - width) >> 1);
  const y = region.y + ((region.height - height) >> 1);
  useEffect(() => {
    const source = pictureHere(hash);
    const pen = canvas.current?.getContext('2d');
    if (!source || !pen) return;
    const { rgb } = scanOf(source, { x, y, width, height });
    const image = new ImageData(width, height);
    for (let k = 0; k < width * height; k++) {
      image.data.set(rgb.subarray(3 * k, 3 * k + 3), 4 * k);
      image.data[4 * k + 3] = 255;
    }
    pen.putImageData(image, 0, 0);
  }, [hash, x, y, width, height]);
  const far = Math.hypot(width, height);
  const rows = Math.min(60, Math.ceil(far / pitch / 2));
  const lines = (turn: number) =>
    Array.from({ length: 2 * rows + 1 }, (_, k) => (
      <line
        key={`${turn} ${k}`}
        x1={-far}
        x2={far}
        y1={(k - rows) * pitch}
        y2={(k - rows) * pitch}
        transform={`rotate(${-turn})`}
      />
    ));
  return (
    <div
      role="img"
      aria-label={`The screen of ${name} on the scan`}
      data-testid="screen-on-scan"
      className="relative overflow-hidden border border-ink"
      style={{ aspectRatio: `${width} / ${height}` }}
    >
      <canvas ref={canvas} width={width} height={height} className="block h-full w-full [image-rendering:pixelated]" />
      <svg
        aria-hidden="true"
        viewBox={`${-width / 2} ${-height / 2} ${width} ${height}`}
        className="absolute inset-0 h-full w-full"
      >
        {[
          // Light lines in dark ones, which are seen on any print.
          { colour: 'stroke-ink', wide: pitch / 7 },
          { colour: 'stroke-paper', wide: pitch / 18 },
        ].map(({ colour, wide }) => (
          <g key={colour} className={colour} strokeWidth={wide}>
            {lines(angle)}
            {both && lines(angle + 90)}
          </g>
        ))}
      </svg>
    </div>
  );
}
