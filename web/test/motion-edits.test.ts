import { createJob, fillOf, type Job, jobAtTime, normalsOf, CLIP_PARAMS, filePicture } from '@chromatype/core';
import { addPicture, setScreen, setTone } from '../src/document/edits.ts';
import {
  editKey,
  editTrack,
  removeKey,
  removeTrack,
  setClip,
  setKey,
  setMotion,
  trackOf,
} from '../src/document/motion-edits.ts';
import { keyedEdit, settingChangedBy, shownAtTime } from '../src/motion/keyed-edit.ts';

const job: Job = createJob('Kites', 'p');
const pass = job.passes[0]!;
const fill = fillOf(pass);
const angle = { setting: 'screen.angle', pass: 'p', fill: null };
const keysOf = (made: Job) => made.motion.tracks[0]?.keys.map(({ at, value }) => [at, value]);

describe('keys', () => {
  test('the first one begins a track with the value that the setting has', () => {
    const made = setKey(angle, 0.5)(job);
    expect(made.motion.tracks).toHaveLength(1);
    expect(keysOf(made)).toEqual([[0.5, fill.screen.angle]]);
    expect(trackOf(made, angle)).toBe(made.motion.tracks[0]);
  });

  test('others stand in order, and one at the same time takes another’s place', () => {
    const made = setKey(angle, 1, 20)(setKey(angle, 0, 30)(setKey(angle, 1, 10)(job)));
    expect(keysOf(made)).toEqual([
      [0, 30],
      [1, 20],
    ]);
  });

  test('are moved, changed and taken out; a track without keys goes', () => {
    const two = setKey(angle, 1, 10)(setKey(angle, 0, 30)(job));
    const [track] = two.motion.tracks;
    const moved = editKey(track!.id, 1, { at: 1.5, ease: 'hold' })(two);
    expect(keysOf(moved)).toEqual([
      [0, 30],
      [1.5, 10],
    ]);
    expect(moved.motion.tracks[0]!.keys[1]!.ease).toBe('hold');
    const one = removeKey(track!.id, 1.5)(moved);
    expect(keysOf(one)).toEqual([[0, 30]]);
    expect(removeKey(track!.id, 0)(one).motion.tracks).toEqual([]);
    expect(removeKey('gone', 0)(one)).toBe(one);
  });

  test('what has no value of one number, name or colour gets none', () => {
    expect(setKey({ ...angle, setting: 'tone.curve' }, 0)(job)).toBe(job);
    expect(setKey({ ...angle, setting: 'no.such' }, 0)(job)).toBe(job);
  });

  test('tracks are switched off and taken out', () => {
    const made = setKey(angle, 0, 30)(job);
    const { id } = made.motion.tracks[0]!;
    expect(editTrack(id, (t) => ({ ...t, on: false }))(made).motion.tracks[0]!.on).toBe(false);
    expect(removeTrack(id)(made).motion.tracks).toEqual([]);
  });
});

describe('a change while things move', () => {
  const moving = setKey(angle, 1, 90)(setKey(angle, 0, 0)(job));

  test('of a number with keys is a key at the time in sight, and leaves the number at rest alone', () => {
    const made = keyedEdit(setScreen(fill.id, { angle: 33 }), moving, 0.5);
    expect(keysOf(made)).toEqual([
      [0, 0],
      [0.5, 33],
      [1, 90],
    ]);
    expect(fillOf(made.passes[0]!).screen.angle).toBe(fill.screen.angle);
    expect(fillOf(jobAtTime(made, 0.5).passes[0]!).screen.angle).toBe(33);
  });

  test('of a number without keys is a change as ever', () => {
    const made = keyedEdit(setTone(fill.id, { middle: 0.3 }), moving, 0.5);
    expect(made.motion).toEqual(moving.motion);
    expect(fillOf(made.passes[0]!).tone.middle).toBe(0.3);
  });

  test('of both at once does both', () => {
    const both = (of: Job) => setTone(fill.id, { middle: 0.3 })(setScreen(fill.id, { angle: 12 })(of));
    const made = keyedEdit(both, moving, 1);
    expect(keysOf(made)!.at(-1)).toEqual([1, 12]);
    expect(fillOf(made.passes[0]!).tone.middle).toBe(0.3);
  });

  test('of a track that is off changes the number itself', () => {
    const off = editTrack(moving.motion.tracks[0]!.id, (t) => ({ ...t, on: false }))(moving);
    const made = keyedEdit(setScreen(fill.id, { angle: 33 }), off, 0.5);
    expect(fillOf(made.passes[0]!).screen.angle).toBe(33);
    expect(made.motion).toEqual(off.motion);
  });

  test('of how it moves is taken as it is', () => {
    expect(keyedEdit(setMotion({ rate: 12 }), moving, 0.5).motion.settings.rate).toBe(12);
  });

  test('controls show the numbers of the time in sight', () => {
    expect(fillOf(shownAtTime(moving, 0.5).passes[0]!).screen.angle).toBe(45);
  });
});

describe('the setting that a control changes', () => {
  test.each([
    ['screen.angle', setScreen(fill.id, { angle: 1 })],
    ['tone.middle', setTone(fill.id, { middle: 0.31 })],
    ['screen.frequency', setScreen(fill.id, { frequency: { ...fill.screen.frequency, value: 11 } })],
  ])('is found: %s', (setting, change) => {
    expect(settingChangedBy(change, job, pass, fill.id)).toEqual({ setting, pass: 'p', fill: null });
  });

  test('is found in a second fill', () => {
    const second = { ...fill, id: 'second' };
    const two: Job = { ...job, passes: [{ ...pass, fills: [fill, second] }] };
    expect(settingChangedBy(setTone('second', { middle: 0.31 }), two, two.passes[0]!, 'second')).toEqual({
      setting: 'tone.middle',
      pass: 'p',
      fill: 'second',
    });
  });

  test('is none where nothing that can move changes', () => {
    expect(settingChangedBy(setMotion({ rate: 12 }), job, pass, fill.id)).toBeNull();
    expect(settingChangedBy((same) => same, job, pass, fill.id)).toBeNull();
  });
});

describe('a clip that comes in', () => {
  const stored = {
    hash: 'a'.repeat(64),
    name: 'kites.gif',
    width: 40,
    height: 30,
    clip: { ends: [0.1, 0.2, 0.3], level: 0 },
  };

  test('gives a job that did not move its length and rate', () => {
    const made = addPicture('pic', stored, 'p')(job);
    expect(made.pictures[0]!.clip).toEqual({ ends: [0.1, 0.2, 0.3], settings: normalsOf(CLIP_PARAMS) });
    expect(made.motion.settings).toMatchObject({ seconds: 0.3, rate: 10 });
  });

  test('leaves those of a job that moves', () => {
    const moving = setKey(angle, 1, 90)(setKey(angle, 0, 0)(job));
    expect(addPicture('pic', stored, 'p')(moving).motion).toEqual(moving.motion);
  });

  test('is trimmed and sped up', () => {
    const made = setClip('pic', { speed: 2, from: 0.1 })(addPicture('pic', stored, 'p')(job));
    expect(made.pictures[0]!.clip!.settings).toMatchObject({ speed: 2, from: 0.1 });
    const still: Job = {
      ...job,
      pictures: [filePicture({ id: 's', name: 's', hash: 'b'.repeat(64), width: 4, height: 3 })],
    };
    expect(setClip('s', { speed: 2 })(still).pictures[0]!.clip).toBeNull();
  });
});
