import { mmPerDegree, parseHex, type Sheet, MM_PER_INCH } from '@chromatype/core';
import { type RefObject, useEffect, useRef } from 'react';
import { latestOnly } from '../engine/latest.ts';
import { enginePool } from '../engine/pool.ts';
import type { View } from '../engine/view.ts';

interface Props {
  /** The canvas that shows the print. */
  readonly source: RefObject<HTMLCanvasElement | null>;
  readonly stage: string;
  readonly sheet: Sheet;
  readonly view: View;
  readonly metres: number | null;
  readonly grey: boolean;
}

function surroundOf(): [number, number, number] {
  const text = getComputedStyle(document.documentElement).getPropertyValue('--surround').trim();
  return parseHex(text) ?? [143, 143, 141];
}

/** The print as the eye sees it from a distance, or in true luminance: drawn over the close view of it. */
export function Processed({ source, stage, sheet, view, metres, grey }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const draw = useRef<((v: View, perDegree: number | null, g: boolean) => void) | null>(null);
  draw.current ??= latestOnly(async (v: View, perDegree: number | null, g: boolean) => {
    const from = source.current;
    if (!from || from.width !== v.width || from.height !== v.height) return;
    const { data } = from.getContext('2d', { willReadFrequently: true })!.getImageData(0, 0, v.width, v.height);
    const asked = { width: v.width, height: v.height, perDegree, grey: g, surround: surroundOf() };
    const seen = await enginePool().sampler.look(data as Uint8ClampedArray<ArrayBuffer>, asked);
    const target = canvas.current;
    if (!target) return;
    target.width = v.width;
    target.height = v.height;
    target.getContext('2d')!.putImageData(new ImageData(seen, v.width, v.height), 0, 0);
    target.dataset.stage = 'settled';
  });
  useEffect(() => {
    if (canvas.current) canvas.current.dataset.stage = 'working';
    if (stage === 'working' || stage === 'loading') return;
    const perDegree = metres === null ? null : (sheet.ppi / MM_PER_INCH) * view.scale * mmPerDegree(metres);
    draw.current!(view, perDegree, grey);
  }, [stage, view, sheet.ppi, metres, grey]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={`The sheet ${metres === null ? '' : `seen from ${metres} m`}${grey ? ' in grey' : ''}`}
      data-testid="processed"
      className="pointer-events-none absolute top-0 left-0"
      style={{ width: view.width / devicePixelRatio, height: view.height / devicePixelRatio }}
    />
  );
}
