import { createJob, familyOf, fillOf, type Job, newBend, newMade, withFill } from '@chromatype/core';
import { jest } from '@jest/globals';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';

// Stations show what they hold back until they are opened.
jest.unstable_mockModule('../src/bench/chain/Station.tsx', () => ({
  THUMB: '',
  Station: ({ thumb, children, more }: Record<string, never>) => createElement('section', null, thumb, children, more),
}));

// Folds hold back what is in them, too.
jest.unstable_mockModule('../src/ui/Fold.tsx', () => ({
  Fold: ({ title, children }: Record<string, never>) => createElement('div', null, title, children),
}));

/** Controls are drawn from the tables: this file runs in a copy of the project to which entries were added. */
const { ScreenStation } = await import('../src/bench/chain/screen/ScreenStation.tsx');
const { CellPicker } = await import('../src/bench/chain/screen/cells/CellPicker.tsx');
const { cellsOf } = await import('../src/bench/chain/screen/cells/cell.ts');
const { ToneStation } = await import('../src/bench/chain/tone/ToneStation.tsx');
const { BendStation } = await import('../src/bench/chain/bend/BendStation.tsx');
const { MadeControls } = await import('../src/bench/chain/picture/MadeControls.tsx');

Object.assign(globalThis, { devicePixelRatio: 1 });

const base = createJob('x', 'p');
const made = {
  id: 'm',
  name: 'm',
  hash: null,
  made: newMade('throwaway'),
  width: 100,
  height: 100,
  edit: { turns: 0, mirror: false, crop: { left: 0, top: 0, right: 0, bottom: 0 }, cutOut: null },
};
const pass = withFill(base.passes[0]!, {
  feed: { ...fillOf(base.passes[0]!).feed, picture: 'm' },
  screen: { ...fillOf(base.passes[0]!).screen, family: 'throwaway' as 'dots' },
  bend: [newBend('throwaway')],
});
const job = { ...base, pictures: [made as never], passes: [pass] } as Job;
const props = { job, pass, fill: fillOf(pass) } as never;
// Some controls lead to another choice, which is part of the address.
const shown = (part: never, more = props) =>
  renderToStaticMarkup(createElement(MemoryRouter, null, createElement(part, more)));

test('a new family, its cells and its settings have controls', () => {
  const html = shown(ScreenStation as never);
  for (const text of ['Throw-away weave', 'Slack of threads']) expect(html).toContain(text);
  // All its cells are found where one is chosen, by their names.
  const { cells } = familyOf('throwaway' as 'dots');
  const all = cellsOf(fillOf(pass), cells!);
  const close = () => {};
  const picker = shown(CellPicker as never, { job, pass, label: 'Weave', cells: all, chosen: '', close } as never);
  expect(picker).toContain('Twill');
});

test('marks: a new shape, edge, lattice and form of pieces have controls', () => {
  const { screen } = fillOf(pass);
  const marks = { ...screen.marks, colour: 'palette', relief: 'throwawayroof' };
  const marked = withFill(pass, { screen: { ...screen, family: 'marks', marks } as never });
  const html = shown(ScreenStation as never, { job, pass: marked, fill: fillOf(marked) } as never);
  const namesOf = (setting: string) => cellsOf(fillOf(marked), setting).map((c) => c.label);
  expect(namesOf('shape')).toContain('Throw-away kite');
  expect(namesOf('lattice')).toContain('Throw-away sheared');
  for (const text of ['Throw-away notch', 'Throw-away roof']) expect(html).toContain(text);
});

test('a new step of the tone curve has a control', () => {
  expect(shown(ToneStation as never)).toContain('Throw-away fog');
});

test('a new bend can be added and set', () => {
  const html = shown(BendStation as never);
  for (const text of ['Throw-away shear', 'Throw-away slope']) expect(html).toContain(text);
});

test('a new kind of picture has controls', () => {
  expect(shown(MadeControls as never, { picture: made } as never)).toContain('Throw-away squares');
});
