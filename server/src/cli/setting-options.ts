import { cut, FAMILIES, type Job, type Param, SETTINGS, settingAt } from '@chromatype/core';
import { UsageError } from './usage-error.ts';
import { type GivenOption, refuseWithoutEffect } from './without-effect.ts';

/** Options that set one setting of the job each, by the setting's path in the registry. */
const SHORT_NAMES: Readonly<Record<string, string>> = {
  tone: 'tone.meaning',
  angle: 'screen.angle',
  seed: 'screen.seed',
  cell: 'screen.oneTone',
  smallest: 'screen.smallest',
  'minimum-dot': 'screen.smallest',
  'solid-from': 'screen.solidFrom',
  lattice: 'dots.lattice',
  softness: 'dots.softness',
  'grain-size': 'grain.size',
  serpentine: 'grain.serpentine',
  noise: 'grain.noise',
  cut: 'grain.cut',
  levels: 'grain.levels',
  space: 'grain.space',
  inset: 'stencil.inset',
  grow: 'stencil.grow',
  feather: 'stencil.feather',
  ...Object.fromEntries(FAMILIES.flatMap(({ name, cells }) => (cells ? [[name, `${name}.${cells}`]] : []))),
};

/** How `parseArgs` reads them: switches without a value, everything else with one. */
export const SETTING_OPTIONS = {
  ...Object.fromEntries(
    Object.entries(SHORT_NAMES).map(([name, path]) => [
      name,
      { type: settingAt(path)!.param.kind === 'flag' ? ('boolean' as const) : ('string' as const) },
    ]),
  ),
  set: { type: 'string', multiple: true },
} as const;

/** What an option of a setting can be, in words. */
export function rangeOf(param: Param): string {
  if (param.kind === 'number') return `a ${param.whole ? 'whole ' : ''}number from ${param.min} to ${param.max}`;
  if (param.kind === 'choice') return `one of ${param.options.map((o) => o.name).join(', ')}`;
  if (param.kind === 'flag') return 'true or false';
  return 'set in a job';
}

/**
 * The value of a setting from text.
 * @throws UsageError naming `option` when the text is none of its values
 */
export function valueFrom(param: Param, text: string, option: string): unknown {
  const wrong = () => new UsageError(`${option} must be ${rangeOf(param)}.`);
  switch (param.kind) {
    case 'number': {
      const value = Number(text);
      if (text.trim() === '' || !Number.isFinite(value) || value < param.min || value > param.max) throw wrong();
      if (param.whole && !Number.isInteger(value)) throw wrong();
      return value;
    }
    case 'choice':
      if (!param.options.some((o) => o.name === text)) throw wrong();
      return text;
    case 'flag':
      if (text !== 'true' && text !== 'false') throw wrong();
      return text === 'true';
    case 'text':
      return text;
    default:
      throw new UsageError(`${option} cannot be set here.`);
  }
}

function setOne(job: Job, pass: string, path: string, text: string, option: string): Job {
  const setting = settingAt(path);
  if (!setting) throw new UsageError(`There is no setting ${cut(path)}; chromatype list settings tells them all.`);
  return setting.set(job, pass, valueFrom(setting.param, text, option));
}

/** Settings that were given on the command line, by option and by path. */
function givenSettings(values: Readonly<Record<string, unknown>>): (GivenOption & { readonly text: string })[] {
  const named = Object.entries(SHORT_NAMES).flatMap(([name, path]) =>
    values[name] === undefined ? [] : [{ path, text: String(values[name]), option: `--${name}` }],
  );
  const free = ((values.set as readonly string[] | undefined) ?? []).map((text) => {
    const [path = '', ...rest] = text.split('=');
    if (rest.length === 0) throw new UsageError(`--set wants path=value, such as tone.contrast=0.2, not ${cut(text)}.`);
    return { path, text: rest.join('='), option: `--set ${path}` };
  });
  return [...named, ...free];
}

/**
 * A job with the settings that were given on the command line.
 * @throws UsageError in one sentence naming the first option that is wrong or changes nothing
 */
export function withOptions(job: Job, pass: string, values: Readonly<Record<string, unknown>>): Job {
  const given = givenSettings(values);
  const made = given.reduce((doc, { path, text, option }) => setOne(doc, pass, path, text, option), job);
  refuseWithoutEffect(made, pass, given);
  return made;
}

/** Every setting that can be set here, one a line: its path, its values, and what it does. */
export const settingLines = (): string[] =>
  SETTINGS.filter(({ param }) => ['number', 'choice', 'flag'].includes(param.kind)).map(
    ({ path, param }) => `${path}: ${rangeOf(param)}. ${param.about}`,
  );
