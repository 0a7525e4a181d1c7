import type { PixelRegion } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { useDrag } from '@use-gesture/react';
import { arrowMove } from '../ui/arrow-move.ts';
import { POINTER_ONLY } from '../ui/drag-options.ts';

interface Props {
  readonly scan: StoredPicture;
  readonly region: PixelRegion;
  readonly least: number;
  readonly most: number;
  onChange(region: PixelRegion): void;
}

/** An arrow key moves the region by this share of the scan's longer side, Shift by ten times as much. */
const STEP = 0.01;
/** The keys + and − make the region larger and smaller by this factor. */
const GROWTH = 1.1;
/** Milliseconds after the last key until the region is read. */
const REST = 500;

/** The region after a key; null of keys that do nothing here. */
function regionByKey(event: KeyboardEvent, { x, y, width, height }: PixelRegion, longer: number): PixelRegion | null {
  const by = arrowMove(event)?.map((steps) => steps * STEP * longer);
  if (by) return { x: x + by[0]!, y: y + by[1]!, width, height };
  const growth = event.key === '+' || event.key === '=' ? GROWTH : event.key === '-' ? 1 / GROWTH : null;
  if (growth === null) return null;
  const [w, h] = [Math.round(width * growth), Math.round(height * growth)];
  return { x: x + (width - w) / 2, y: y + (height - h) / 2, width: w, height: h };
}

/** The whole scan, small; a drag over it, or the keys, choose the region that is read. */
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
  const rest = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(rest.current), []);
  /** Moves or resizes the region at once; it is read when the keys rest. */
  function onKey(event: KeyboardEvent): void {
    const asked = regionByKey(event, shown, Math.max(scan.width, scan.height));
    if (!asked) return;
    const next = regionWithin(scan, asked, least, most);
    setDrawn(next);
    clearTimeout(rest.current);
    rest.current = setTimeout(() => {
      setDrawn(null);
      onChange(next);
    }, REST);
  }
  const share = (v: number, of: number) => `${(100 * v) / of}%`;
  return (
    <div
      {...bind()}
      role="application"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the region is chosen by keys too
      tabIndex={0}
      onKeyDown={onKey}
      aria-label={`The region of the scan that is read: ${shown.width} × ${shown.height} pixels. Drag over the scan to choose another; arrow keys move it, + and − size it.`}
      title="Drag over the scan to choose the region that is read (arrow keys move it, + and − size it)"
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
