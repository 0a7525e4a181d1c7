interface Props {
  readonly width: number;
  readonly height: number;
  readonly margin: number;
  readonly register: boolean;
  readonly crop: boolean;
}

const R = 4.5;
const C = 7.5;

/** Register crosses and crop marks as they stand in a plate's margin; the files hold them pixel by pixel. */
export function Marks({ width, height, margin, register, crop }: Props) {
  const m = margin / 2;
  const places = [
    [width / 2, m],
    [width / 2, height - m],
    [m, height / 2],
    [width - m, height / 2],
  ] as const;
  const [l, r, t, b] = [margin, width - margin, margin, height - margin];
  const far = Math.min(9, margin - 4);
  const ticks = [l, r]
    .map((x) => `M${x} ${t - 3}v${-far}M${x} ${b + 3}v${far}`)
    .concat([t, b].map((y) => `M${l - 3} ${y}h${-far}M${r + 3} ${y}h${far}`))
    .join('');
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="pointer-events-none absolute inset-0 fill-none stroke-current"
      strokeWidth={0.8}
      aria-hidden
    >
      {register &&
        places.map(([x, y]) => (
          <g key={`${x} ${y}`}>
            <circle cx={x} cy={y} r={R} />
            <path d={`M${x - C} ${y}h${2 * C}M${x} ${y - C}v${2 * C}`} />
          </g>
        ))}
      {crop && <path d={ticks} />}
    </svg>
  );
}
