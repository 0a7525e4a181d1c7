import {
  createJob,
  FAMILY_NAMES,
  fillOf,
  isRange,
  PASS_SETTINGS,
  readJob,
  stepsBetween,
  stripSetting,
  stripSettings,
  withFill,
} from '../src/index.ts';

const job = createJob('x', 'p');
const pass = job.passes[0]!;

test.each(FAMILY_NAMES)(
  '%s: every setting offered gives valid jobs at both its ends, and says what it set',
  (family) => {
    const own = withFill(pass, { screen: { ...fillOf(pass).screen, family } });
    const offered = stripSettings(own);
    expect(new Set(offered.map((s) => s.name)).size).toBe(offered.length);
    expect(offered.length).toBeGreaterThan(20);
    for (const setting of offered) {
      const { values } = setting;
      const ends = isRange(values) ? [values.min, values.max] : values.map((v) => v.value);
      for (const value of ends) {
        const changed = setting.set(own, value);
        expect(setting.get(changed)).toBe(value);
        // Ends that need each other (lights below darks) and cells the pixels cannot hold are refused by name.
        const read = () => readJob({ ...job, passes: [changed] });
        if (['tone.lights', 'tone.darks', 'screen.frequency'].includes(setting.name)) continue;
        expect(read).not.toThrow();
      }
    }
  },
);

test('settings are found by the names that jobs keep, and unknown names are not', () => {
  for (const { name } of stripSettings(pass)) expect(stripSetting(name)?.name).toBe(name);
  expect(stripSetting('tone.glitter')).toBeNull();
  expect(stripSetting('grain.method')).not.toBeNull();
});

test('steps run from end to end in equal differences or ratios; whole ones come once', () => {
  expect(stepsBetween(10, 50, 5, false)).toEqual([10, 20, 30, 40, 50]);
  expect(stepsBetween(10, 160, 5, true)).toEqual([10, 20, 40, 80, 160]);
  expect(stepsBetween(0, 8, 3, true)).toEqual([0, 4, 8]);
  expect(stepsBetween(2, 4, 5, false, true)).toEqual([2, 3, 4]);
  expect(stepsBetween(7, 9, 1, false)).toEqual([7]);
});

test('sheets of strips are kept with the job and checked like all of it', () => {
  const sheet = {
    id: 's',
    pass: 'p',
    across: { setting: 'tone.middle', values: [0.8, 1, 1.2] },
    down: { setting: 'dots.shape', values: ['Round', 'Line'] },
    crop: { x: 10, y: 10, width: 25.4, height: 25.4 },
  };
  expect(readJob({ ...job, strips: [sheet] }).strips).toEqual([sheet]);
  const many = { ...sheet, across: { ...sheet.across, values: Array.from({ length: 10 }, (_, k) => k) } };
  expect(() => readJob({ ...job, strips: [many] })).toThrow(/strips\[0\].across.values/);
  expect(() => readJob({ ...job, strips: [{ ...sheet, crop: { ...sheet.crop, width: 0 } }] })).toThrow(/crop.width/);
});

test('a strip has the labels and limits of the setting itself', () => {
  for (const setting of stripSettings(pass)) {
    const own = PASS_SETTINGS.find((s) => s.path === setting.name)!;
    expect(setting.label).toBe(own.param.label);
    if (own.param.kind === 'number' && own.param.unit !== 'frequency' && isRange(setting.values)) {
      const { min, max } = own.param;
      expect([setting.values.min, setting.values.max]).toEqual([min, max]);
    }
  }
  expect(stripSetting('ink.strength')?.label).toBe('Strength');
  expect(stripSetting('ink.opacity')?.label).toBe('Opacity');
});
