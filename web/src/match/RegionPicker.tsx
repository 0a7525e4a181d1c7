import type { PixelRegion } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import { useState } from 'react';
import { useDrag } from '@use-gesture/react';
import { POINTER_ONLY } from '../ui/drag-options.ts';

interface Props {
  readonly scan: StoredPicture;
  readonly region: PixelRegion;
  readonly least: number;
  readonly most: number;
  onChange(region: PixelRegion): void;
}

/** The whole scan, small; a drag over it chooses the region that is read. */
export function RegionPicker({ scan, region, least, most, onChange }: Props) {
  const [drawn, setDrawn] = useState<PixelRegion | null>(null);
  const bind = useDrag(
    ({ event, initial: [x0, y0], xy: [x1, y1], last }) => {
      const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
      const scale = scan.width / box.width;
      const at = (v: number, from: number, size: number) => Math.min(size, Math.max(0, Math.round((v - from) * scale)));
      const [left, right] = [at(Math.min(x0, x1), box.left, scan.width), at(Math.max(x0, x1), box.left, scan.width)];
      const [top, bottom] = [at(Math.min(y0, y1), box.top, scan.height), at(Math.max(y0, y1), box.top, scan.height)];
      const next = regionWithin(scan, { x: left, y: top, width: right - left, height: bottom - top }, least, most);
      if (last) {
        setDrawn(null);
        onChange(next);
      } else setDrawn(next);
    },
    { ...POINTER_ONLY, threshold: 3 },
  );
  const shown = drawn ?? region;
  const share = (v: number, of: number) => `${(100 * v) / of}%`;
  return (
    <div
      {...bind()}
      role="img"
      aria-label="The whole scan. Drag over it to choose the region that is read."
      data-testid="scan-region"
      className="relative cursor-crosshair touch-none overflow-hidden border border-ink select-none"
      style={{ aspectRatio: `${scan.width} / ${scan.height}` }}
    >
      <img src={`/api/pictures/${scan.hash}/thumb.png`} alt="" draggable={false} className="block h-full w-full" />
      <span
        aria-hidden
        className="absolute border-[1.5px] border-hot shadow-[0_0_0_999px_rgb(30_27_24/0.35)]"
        style={{
          left: share(shown.x, scan.width),
          top: share(shown.y, scan.height),
          width: share(shown.width, scan.width),
          height: share(shown.height, scan.height),
        }}
      />
    </div>
  );
}

/** A region of a size that can be read, inside the scan. */
export function regionWithin(
  { width, height }: Pick<StoredPicture, 'width' | 'height'>,
  asked: PixelRegion,
  least: number,
  most: number,
): PixelRegion {
  const size = (v: number, whole: number) => Math.min(whole, Math.max(Math.min(least, whole), Math.min(most, v)));
  const [w, h] = [size(asked.width, width), size(asked.height, height)];
  const place = (from: number, was: number, now: number, whole: number) =>
    Math.round(Math.min(whole - now, Math.max(0, from + (was - now) / 2)));
  return { x: place(asked.x, asked.width, w, width), y: place(asked.y, asked.height, h, height), width: w, height: h };
}
