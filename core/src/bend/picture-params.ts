import { amount, choiceOf, onlyFor, type Params, type SettingsOf, share } from '../settings/params.ts';

const EDGES = [
  { name: 'bare', label: 'Bare', about: 'Where the picture is drawn away from the edge of the sheet nothing prints.' },
  { name: 'mirrored', label: 'Mirrored', about: 'The picture goes on as its own mirror image.' },
  { name: 'repeated', label: 'Repeated', about: 'The picture begins again from its other side.' },
] as const;

const MOTIONS = [
  { name: 'none', about: 'The picture stays sharp.' },
  { name: 'spin', about: 'The picture is softened as if it had turned about a centre.' },
  { name: 'zoom', about: 'The picture is softened as if it had come closer.' },
  { name: 'straight', about: 'The picture is softened as if it had moved past.' },
] as const;

const centred = onlyFor('motion', 'spin', 'zoom');

/** What happens to the picture of a fill beside its bends. */
export const BENT_PICTURE_PARAMS = {
  edges: {
    kind: 'choice',
    label: 'Picture edges',
    about: 'What lies where a bend draws the picture away from the edge of the sheet.',
    normal: 'bare',
    options: EDGES,
  },
  motion: choiceOf('Softening', 'How the picture is softened by a motion.', MOTIONS),
  spin: {
    ...amount('Spin by', 'How far the picture turned, in all.', 10, 0, 180, 0.5, '°'),
    ...onlyFor('motion', 'spin'),
  },
  zoom: { ...share('Zoom by', 'How much the picture grew, in all.', 0.1, 0, 1), ...onlyFor('motion', 'zoom') },
  move: {
    ...amount('Move by', 'How far the picture moved, in all.', 3, 0, 200, 0.1, 'mm'),
    ...onlyFor('motion', 'straight'),
  },
  direction: {
    ...amount('Direction of motion', 'The direction in which the picture moved.', 0, -180, 180, 1, '°'),
    ...onlyFor('motion', 'straight'),
  },
  centreX: { ...share('Centre across', 'Where the centre lies, in widths of the sheet.', 0.5, -1, 2), ...centred },
  centreY: { ...share('Centre down', 'Where the centre lies, in heights of the sheet.', 0.5, -1, 2), ...centred },
} as const satisfies Params;

export type BentPictureSettings = SettingsOf<typeof BENT_PICTURE_PARAMS>;
