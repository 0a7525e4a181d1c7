import { createJob, FAMILIES, type Param, type Screen, screenTraits } from '@chromatype/core';
import { formatOf } from '../src/ui/param-format.ts';
import { sharedFieldsOf } from '../src/bench/chain/screen/shared-fields.ts';
import { pulledGrain } from '../src/bench/dial/turning.ts';
import { setFamily, setFamilySettings } from '../src/document/screen-edits.ts';

const job = createJob('x', 'a');
const screen = (change: (s: Screen) => Screen) => change(job.passes[0]!.fills[0].screen);

test('the dial pulls grain: 100 pixels double it, pixels stay whole and never vanish', () => {
  expect(pulledGrain({ size: 3, sizeIn: 'px' }, 100)).toBe(6);
  expect(pulledGrain({ size: 1, sizeIn: 'px' }, -300)).toBe(1);
  expect(pulledGrain({ size: 0.2, sizeIn: 'mm' }, 100)).toBe(0.4);
  expect(pulledGrain({ size: 150, sizeIn: 'px' }, 400)).toBe(200);
});

test('changing the family keeps what is shared and what each family was set to', () => {
  const waves = setFamilySettings('a-1', 'lines', { kind: 'wave' })(setFamily('a-1', 'lines')(job));
  const back = setFamily('a-1', 'lines')(setFamily('a-1', 'grain')(waves));
  expect(back).toEqual(waves);
  const { frequency, angle } = waves.passes[0]!.fills[0].screen;
  expect({ frequency, angle }).toEqual({
    frequency: job.passes[0]!.fills[0].screen.frequency,
    angle: job.passes[0]!.fills[0].screen.angle,
  });
});

test('only what matters for a screen has a control', () => {
  const rings = screen((s) => ({ ...s, dots: { ...s.dots, lattice: 'rings' } }));
  expect(sharedFieldsOf(rings, 300)).toEqual(['angle', 'smallest', 'solidFrom', 'oneTone', 'centreX', 'centreY']);
  const grain = screen((s) => ({ ...s, family: 'grain' }));
  expect(sharedFieldsOf(grain, 300)).not.toContain('angle');
  expect(sharedFieldsOf(grain, 300)).toContain('seed');
  expect([rings, grain].map((s) => screenTraits(s, 300).centre)).toEqual([true, false]);
  expect([screen((s) => s), rings].map((s) => screenTraits(s, 300).rows)).toEqual([true, false]);
});

test('every setting has a name, one plain sentence, and a normal value in its range', () => {
  const all = FAMILIES.flatMap((f) =>
    Object.entries(f.params as Readonly<Record<string, Param>>).map(([name, p]) => [`${f.name}.${name}`, p] as const),
  );
  for (const [name, param] of all) {
    expect([name, param.label]).toEqual([name, expect.stringMatching(/^\S.*$/)]);
    expect([name, param.about]).toEqual([name, expect.stringMatching(/^[A-Z].*\.$/)]);
    if (param.kind === 'number') {
      expect(param.normal).toBeGreaterThanOrEqual(param.min);
      expect(param.normal).toBeLessThanOrEqual(param.max);
      expect(formatOf(param)).toHaveProperty('unit');
    }
    if (param.kind === 'choice') expect(param.options.map((o) => o.name)).toContain(param.normal);
  }
});
