import {
  BEND_KINDS,
  createJob,
  filePicture,
  type Job,
  JobError,
  CLIP_PARAMS,
  MADE_KINDS,
  newBend,
  newMade,
  normalsOf,
  newPart,
  newStencil,
  NO_EDIT,
  PART_KINDS,
  type Param,
  readJob,
  SETTINGS,
  settingAt,
  splitPicture,
  INK_SETS,
} from '../src/index.ts';
import { NEW_CUT_OUT } from '../src/picture/cut-out.ts';

const PICTURE = filePicture({ id: 'a', name: 'a', hash: 'c'.repeat(64), width: 20, height: 20 });

const HAND_STONE = { x: 4, y: 3, turn: 0, size: 'SS10', colour: 'Jet', locked: false, loosed: false };
const STROKE = { size: 1, hardness: 1, strength: 1, points: [1, 1, 1] };

/** What parts of a stencil cannot do without. */
const PARTS: Readonly<Record<string, object>> = {
  polygon: { points: [1, 1, 5, 1, 1, 5] },
  pen: { nodes: [1, 1, 1, 0, 2, 0, 5, 5, 0, 1, 0, 2] },
  brush: { strokes: [{ ...STROKE, does: 'paint' }] },
  flood: { seeds: [0.5, 0.5], picture: 'tint' },
  subject: {
    marks: [
      { ...STROKE, does: 'subject' },
      { ...STROKE, does: 'behind' },
    ],
  },
  stencil: { stencil: 'in rectangle' },
  plate: { pass: 'p' },
};

/** What bends cannot do without. */
const BENDS: Readonly<Record<string, object>> = {
  push: { strokes: [{ ...STROKE, does: 'free', points: [1, 1, 1, 5, 5, 1] }] },
  light: { picture: 'a' },
};

/** A job that holds every kind of setting: a separation, and a pass for each kind of made picture and of part of a stencil. */
function everything(): { job: Job; passOf(path: string): string } {
  const base = createJob('x', 'p');
  const pass = (id: string, picture: string) => ({
    ...base.passes[0]!,
    id,
    on: false,
    fills: [
      { ...base.passes[0]!.fills[0], id: `${id}-1`, feed: { ...base.passes[0]!.fills[0].feed, picture } },
    ] as const,
  });
  const { width, height } = base.sheet;
  const bends = BEND_KINDS.map(({ name }) => {
    const made = newBend(name, { width, height });
    return { ...made, settings: { ...made.settings, ...BENDS[name] } };
  });
  const bentPass = () => {
    const made = pass('p', 'a');
    return { ...made, fills: [{ ...made.fills[0], bend: bends }] as const };
  };
  const made = MADE_KINDS.map(({ name }) => ({
    ...PICTURE,
    id: name,
    hash: null,
    made: newMade(name),
    edit: NO_EDIT,
  }));
  const clip = { ends: [0.5, 1, 60], settings: normalsOf(CLIP_PARAMS) };
  const cut = { ...PICTURE, clip, edit: { ...NO_EDIT, cutOut: NEW_CUT_OUT } };
  const stencils = PART_KINDS.map(({ name }) =>
    newStencil(`in ${name}`, name, [newPart('part', name, PARTS[name] as never)]),
  );
  const inStencil = stencils.map(({ id }) => {
    const made = pass(id, 'a');
    return { ...made, fills: [{ ...made.fills[0], stencil: id }] as const };
  });
  const before: Job = {
    ...base,
    pictures: [cut, ...made],
    stencils,
    passes: [bentPass(), ...made.map((m) => pass(`of ${m.id}`, m.id)), ...inStencil],
  };
  let n = 0;
  const set = INK_SETS.find((s) => s.name === 'harbour-two')!;
  const { job } = splitPicture(before, { set, from: 'p', newId: () => `n${n++}` });
  const cyan = job.passes.find((p) => p.on)!.id;
  return {
    job,
    passOf(path) {
      const [group, kind, name] = path.split('.');
      if (group === 'separation') return cyan;
      if (group === 'made') return `of ${kind}`;
      if (group === 'stencil') return name ? `in ${kind}` : 'in rectangle';
      return 'p';
    },
  };
}

const { job, passOf } = everything();

/** Another value of a setting, within its range. */
function another(param: Param, value: unknown): unknown {
  switch (param.kind) {
    case 'number':
      return value === param.max ? param.min : param.max;
    case 'flag':
      return !value;
    case 'choice':
      return param.options.find((o) => o.name !== value)!.name;
    case 'colours':
      return param.max === 1 ? ['#808080'] : ['#000000', '#ffffff'];
    case 'picture':
      return 'a';
    case 'stops':
      return [{ at: 0.5, colour: '#123456' }];
    case 'text':
      return value === '' ? 'M0 0L1 0L1 1Z' : '';
    case 'points':
      return (value as readonly number[]).map((v) => v + 0.5);
    case 'stone names':
      return param.of === 'sizes' ? ['SS6', 'SS16'] : ['Jet'];
    case 'hand stones':
      return [HAND_STONE];
    case 'mark edits':
      return [{ does: 'move', marks: [1, 2], right: 3, down: -2, by: 0, colour: '#102030' }];
    case 'strokes':
      return (value as readonly object[]).map((s) => ({ ...s, size: 2 }));
    case 'stencil':
      return 'in ellipse';
    case 'pass':
      return 'of tint';
    case 'curve':
      return [
        { x: 0, y: 0 },
        { x: 0.5, y: 0.6 },
        { x: 1, y: 1 },
      ];
  }
}

/** Values that a setting must not take. */
function wrong(param: Param): unknown[] {
  switch (param.kind) {
    case 'number':
      return [param.min - 1, param.max + 1, Number.NaN, '1', null, ...(param.whole ? [param.min + 0.5] : [])];
    case 'flag':
      return ['yes', 1, null];
    case 'choice':
      return ['glitter', '', null, 3];
    case 'colours':
      return [[], Array(param.max + 1).fill('#000000'), ['red', '#000000'], '#000000'];
    case 'picture':
    case 'stencil':
    case 'pass':
      return ['gone', 3];
    case 'points':
      return [
        ...(param.min > 0 ? [[]] : []),
        [1],
        Array(param.each * Math.max(1, param.min)).fill('a'),
        Array(param.each * (param.max + 1)).fill(1),
        'all',
      ];
    case 'stone names':
      return [[], Array(param.max + 1).fill('SS6'), [3], 'SS6'];
    case 'hand stones':
      return ['all', [{}], [{ ...HAND_STONE, x: 'left' }], [{ ...HAND_STONE, size: 6 }]];
    case 'mark edits':
      return [
        'all',
        [{}],
        [{ does: 'glitter', marks: [1] }],
        [{ does: 'delete', marks: [1.5] }],
        [{ does: 'size', marks: [1], by: 0 }],
      ];
    case 'strokes':
      return ['all', [{}], [{ ...STROKE, does: 'glitter' }], [{ ...STROKE, does: param.does[0], points: [] }]];
    case 'stops':
      return [[], [{ at: 2, colour: '#000000' }], 'all'];
    case 'text':
      return [3, null, 'x'.repeat(param.longest + 1)];
    case 'curve':
      return [
        [],
        [{ x: 0, y: 0 }],
        [
          { x: 1, y: 1 },
          { x: 0, y: 0 },
        ],
        'flat',
      ];
  }
}

function fieldOf(document: Job): string | null {
  try {
    readJob(document);
    return null;
  } catch (error) {
    if (!(error instanceof JobError)) throw error;
    return error.field;
  }
}

test('every setting has a path of its own and is found by it', () => {
  expect(new Set(SETTINGS.map((s) => s.path)).size).toBe(SETTINGS.length);
  for (const setting of SETTINGS) expect(settingAt(setting.path)).toBe(setting);
  expect(settingAt('tone.glitter')).toBeUndefined();
});

/** Ends that need each other, and sizes that the frequency does not allow. */
const BOUND_TO_OTHERS = [
  'stencil.tone.from',
  'stencil.tone.to',
  'stencil.shape.shape',
  'stencil.flood.source',
  'tone.lights',
  'tone.darks',
  'screen.frequency',
  'screen.per',
  'sheet.ppi',
  'sheet.width',
  'crop.left',
  'crop.top',
  'crop.right',
  'crop.bottom',
];

describe.each(SETTINGS.map((s) => [s.path, s] as const))('%s', (path, setting) => {
  const pass = passOf(path);
  const value = setting.get(job, pass);

  test('another value is taken, told and read back, and the first comes back', () => {
    const other = another(setting.param, value);
    const changed = setting.set(job, pass, other);
    expect(setting.get(changed, pass)).toEqual(other);
    expect(setting.get(job, pass)).toEqual(value);
    expect(setting.set(changed, pass, value)).toEqual(job);
    if (!BOUND_TO_OTHERS.includes(path)) expect(readJob(JSON.parse(JSON.stringify(changed)))).toEqual(changed);
  });

  test('nonsense is refused by a field of the name of the setting', () => {
    const name = path.split('.').at(-1) === 'frequency' ? 'value' : path.split('.').at(-1)!;
    for (const nonsense of wrong(setting.param)) {
      const field = fieldOf(setting.set(job, pass, nonsense));
      expect([nonsense, field]).toEqual([nonsense, expect.stringContaining(name)]);
    }
  });
});
