import { hasRows, type Job, fillOf } from '@chromatype/core';

const SIDE = 150;
const R = 68;

/** Angles of the passes' rows, each in its own ink. */
export function AngleWheel({ job }: { readonly job: Job }) {
  const passes = job.passes.filter((p) => p.on && hasRows(job, p));
  const said = passes.map((p) => `${p.name} ${fillOf(p).screen.angle.toFixed(1)}°`).join(', ');
  return (
    <svg
      viewBox={`${-SIDE / 2} ${-SIDE / 2} ${SIDE} ${SIDE}`}
      width={SIDE}
      height={SIDE}
      className="mx-auto"
      role="img"
      aria-label={`Angles: ${said || 'none'}`}
    >
      <circle r={R} className="fill-paper stroke-ink" strokeWidth={1.2} />
      {passes.map((pass) =>
        [0, 90, 180, 270].map((quarter) => {
          const turn = ((fillOf(pass).screen.angle + quarter) * Math.PI) / 180;
          return (
            <line
              key={`${pass.id} ${quarter}`}
              x2={R * Math.cos(turn)}
              y2={-R * Math.sin(turn)}
              stroke={pass.ink.colour}
              strokeWidth={quarter === 0 ? 4 : 1.6}
            />
          );
        }),
      )}
    </svg>
  );
}
