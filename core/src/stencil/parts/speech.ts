import { choiceOf, onlyFor, share, whole } from '../../settings/params.ts';
import { around, planBoxPath, type Point, polygonPath, ROUND } from './box-path.ts';
import { cloudPath } from './cloud.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS } from './outline.ts';

const params = {
  ...BOX_PARAMS,
  body: choiceOf('Body', 'The shape that holds the words.', [
    { name: 'oval', label: 'Oval', about: 'Plain speech.' },
    { name: 'box', label: 'Rounded box', about: 'A narrator, or speech in a calm page.' },
    { name: 'thought', label: 'Cloud', about: 'A thought.' },
    { name: 'shout', label: 'Spikes', about: 'A shout.' },
  ]),
  points: {
    ...whole('Spikes', 'How many spikes or bumps the body has.', 16, 5, 60),
    ...onlyFor('body', 'thought', 'shout'),
  },
  tail: share('Tail', 'How wide the tail is where it leaves the body; 0 for none.', 0.16, 0, 0.6),
  tipX: share(
    'Tip across',
    'Where the tail ends, from the left of the box; below 0 and above 100 % is beside it.',
    0.15,
    -2,
    3,
  ),
  tipY: share('Tip down', 'Where the tail ends, from the top of the box; above 100 % is under it.', 1.35, -2, 3),
  seed: { ...whole('Seed', 'Another number gives other bumps.', 1, 0, 9999), ...onlyFor('body', 'thought') },
} as const;

interface Body {
  readonly width: number;
  readonly height: number;
  readonly points: number;
  readonly seed: number;
}

const oval = ({ width, height }: Body): string => {
  const [w, h] = [width / 2, height / 2];
  return `M0 ${h}A${w} ${h} 0 0 0 ${width} ${h}A${w} ${h} 0 0 0 0 ${h}Z`;
};

function box({ width, height }: Body): string {
  const r = 0.28 * Math.min(width, height);
  return `M0 ${r}L0 ${height - r}A${r} ${r} 0 0 0 ${r} ${height}L${width - r} ${height}A${r} ${r} 0 0 0 ${width} ${height - r}L${width} ${r}A${r} ${r} 0 0 0 ${width - r} 0L${r} 0A${r} ${r} 0 0 0 0 ${r}Z`;
}

function shout({ width, height, points }: Body): string {
  const middle: Point = [width / 2, height / 2];
  const corners = Array.from({ length: 2 * points }, (_, k) => {
    const radius = k % 2 === 0 ? 1 : 0.78;
    return around(middle, (ROUND * k) / (2 * points), (radius * width) / 2, (radius * height) / 2);
  });
  return polygonPath(corners);
}

const BODIES: Readonly<Record<string, (body: Body) => string>> = {
  oval,
  box,
  thought: (body) => cloudPath({ ...body, bumps: body.points, depth: 0.7, uneven: 0.3 }),
  shout,
};

/** The tail from the middle of a body to its tip, wound as the bodies are: counter-clockwise on the sheet. */
function tailPath(width: number, height: number, part: number, tip: Point): string {
  const [cx, cy] = [width / 2, height / 2];
  const [dx, dy] = [tip[0] - cx, tip[1] - cy];
  const length = Math.sqrt(dx * dx + dy * dy);
  if (part === 0 || length === 0) return '';
  const half = (part * Math.min(width, height)) / 2;
  const [nx, ny] = [(-dy / length) * half, (dx / length) * half];
  return polygonPath([[cx - nx, cy - ny], [cx + nx, cy + ny], tip]);
}

/** Thoughts have bubbles instead of a tail. */
function bubbles(width: number, height: number, part: number, tip: Point): string {
  const [cx, cy] = [width / 2, height / 2];
  const largest = (part * Math.min(width, height)) / 1.6;
  if (part === 0) return '';
  return [0.62, 0.82, 1]
    .map((t, k) => {
      const r = largest * [1, 0.66, 0.4][k]!;
      const [x, y] = [cx + t * (tip[0] - cx), cy + t * (tip[1] - cy)];
      return `M${x - r} ${y}A${r} ${r} 0 0 0 ${x + r} ${y}A${r} ${r} 0 0 0 ${x - r} ${y}Z`;
    })
    .join('');
}

/** A balloon for words, with its tail. */
export const speech = partKind({
  name: 'speech',
  label: 'Speech balloon',
  about: 'A balloon for speech, a thought or a shout, with a tail.',
  params,
  plan(s, asked) {
    const { width, height, points = 16, seed = 1 } = s;
    const tip: Point = [s.tipX * width, s.tipY * height];
    const body = BODIES[s.body]!({ width, height, points, seed });
    const tail = s.body === 'thought' ? bubbles(width, height, s.tail, tip) : tailPath(width, height, s.tail, tip);
    return planBoxPath(s, body + tail, asked);
  },
});
