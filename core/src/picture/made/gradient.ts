import { arcTangent, cosine, sine } from '../../math/exact.ts';
import { amount, choiceOf, comesRound, flag, type SettingsOf, share, whole, onlyFor } from '../../settings/params.ts';
import { inSteps } from './blend.ts';
import type { Blended, MadeKind } from './kinds.ts';

const params = {
  shape: choiceOf('Runs', 'How the colours run.', [
    { name: 'linear', label: 'Straight', about: 'From one side to the other.' },
    { name: 'radial', label: 'From a point', about: 'From the centre outwards.' },
    { name: 'angular', label: 'Round a point', about: 'Once round the centre.' },
  ]),
  stops: {
    kind: 'stops',
    label: 'Colours',
    about: 'Colours and where they stand, from 0 to 100 %.',
    normal: [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ],
  },
  steps: whole('Steps', 'So many equal steps instead of a smooth run; 0 for smooth.', 0, 0, 256),
  angle: {
    ...comesRound(amount('Angle', 'Direction of the run, counter-clockwise.', 0, -360, 360, 1, '°')),
    ...onlyFor('shape', 'linear', 'angular'),
  },
  centreX: share('Centre across', 'The point from which colours run, from the left.', 0.5, -1, 2),
  centreY: share('Centre down', 'The point from which colours run, from the top.', 0.5, -1, 2),
  size: {
    ...share('Reach', 'Length of the run, in picture widths or heights, whichever is more.', 1, 0.05, 4),
    ...onlyFor('shape', 'linear', 'radial'),
  },
  mirror: flag('There and back', 'Runs to the last colour and back to the first.', false),
} as const;

type Settings = SettingsOf<typeof params>;

function blended(s: Settings, aspect: number): Blended {
  const turn = (s.angle * Math.PI) / 180;
  const [c, n] = [cosine(turn), sine(turn)];
  // In units of the picture's longer side, so that circles are round.
  const [w, h] = aspect >= 1 ? [1, 1 / aspect] : [aspect, 1];
  const run = Math.abs(w * c) + Math.abs(h * n);
  const value = (u: number, v: number): number => {
    const x = (u - s.centreX) * w;
    const y = (v - s.centreY) * h;
    let t: number;
    if (s.shape === 'linear') t = 0.5 + (x * c - y * n) / (run * s.size);
    else if (s.shape === 'radial') t = Math.sqrt(x * x + y * y) / (0.5 * s.size);
    else {
      const angle = (arcTangent(-y, x) - turn) / (2 * Math.PI);
      t = angle - Math.floor(angle);
    }
    t = Math.min(1, Math.max(0, t));
    if (s.mirror) t = 1 - Math.abs(1 - 2 * t);
    return inSteps(t, s.steps);
  };
  return { stops: s.stops, value };
}

export const gradient: MadeKind = {
  name: 'gradient',
  texture: true,
  label: 'Gradient',
  about: 'Colours that run into each other, smooth or in equal steps.',
  params,
  blended,
};
