import type { StoredPicture } from '../api/pictures.ts';

interface Props {
  readonly scan: StoredPicture;
  /** Corners of the chart in pixels of the scan; none before it is found. */
  readonly outline: readonly (readonly [number, number])[];
}

/** The whole scan, small, and where the chart lies in it. */
export function FoundOnScan({ scan, outline }: Props) {
  return (
    <div
      role="img"
      aria-label={outline.length > 0 ? 'The scan, and where the chart was found in it.' : 'The scan.'}
      data-testid="scan-of-chart"
      className="relative mx-auto max-h-[180px] border border-ink"
      style={{ aspectRatio: `${scan.width} / ${scan.height}`, maxWidth: `${(180 * scan.width) / scan.height}px` }}
    >
      <img src={`/api/pictures/${scan.hash}/thumb.png`} alt="" draggable={false} className="block h-full w-full" />
      {outline.length > 0 && (
        <svg aria-hidden="true" viewBox={`0 0 ${scan.width} ${scan.height}`} className="absolute inset-0 h-full w-full">
          <polygon
            points={outline.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')}
            className="fill-none stroke-hot"
            strokeWidth={scan.width / 90}
          />
        </svg>
      )}
    </div>
  );
}
