import {
  type Bend,
  BEND_NAMES,
  bendFault,
  bendKind,
  bendSheet,
  BENT_PARTS,
  type BentPart,
  cut,
  newBend,
  type Param,
  type Sheet,
} from '@chromatype/core';
import { valueFrom } from './setting-options.ts';
import { UsageError } from './usage-error.ts';

/** Options of bends. */
export const BEND_OPTIONS = {
  bend: { type: 'string', multiple: true },
  'bend-what': { type: 'string' },
} as const;

const PARTS = BENT_PARTS.map((p) => p.name);

export const BEND_HELP = `
  --bend 'KIND NAME=VALUE …'     bends the screen, may be given several times; kinds: chromatype
                     list bends; the settings of each: bend.KIND.NAME in chromatype list settings
  --bend-what WHAT   what bends move: ${PARTS.join(' | ')}`;

function numbersFrom(text: string, option: string): readonly number[] {
  const numbers = text.split(',').map(Number);
  if (text.trim() === '' || numbers.some((v) => !Number.isFinite(v))) {
    throw new UsageError(`${option} must be numbers in mm with commas between them.`);
  }
  return numbers;
}

function settingFrom(param: Param, text: string, option: string): unknown {
  if (param.kind === 'points') return numbersFrom(text, option);
  return valueFrom(param, text, option);
}

function bendFrom(text: string, what: BentPart, sheet: Sheet): Bend {
  const [kind = '', ...settings] = text.trim().split(/\s+/);
  if (!BEND_NAMES.includes(kind)) {
    throw new UsageError(`There is no bend ${cut(kind)}; chromatype list bends tells them all.`);
  }
  const { params } = bendKind(kind);
  const own = newBend(kind, sheet, what);
  const given = settings.map((pair): [string, unknown] => {
    const [name = '', ...rest] = pair.split('=');
    const param = params[name];
    if (rest.length === 0) throw new UsageError(`--bend ${kind} wants NAME=VALUE, not ${cut(pair)}.`);
    if (!param) throw new UsageError(`--bend ${kind} has no ${cut(name)}; it has ${Object.keys(params).join(', ')}.`);
    return [name, settingFrom(param, rest.join('='), `--bend ${kind} ${name}`)];
  });
  const bend = { ...own, settings: { ...own.settings, ...Object.fromEntries(given) } };
  const fault = bendFault(bend, bendSheet(sheet));
  if (fault) throw new UsageError(fault);
  return bend;
}

/**
 * The bends that were given on the command line, in their order.
 * @throws UsageError in one sentence
 */
export function bendsFrom(values: Readonly<Record<string, unknown>>, sheet: Sheet): readonly Bend[] {
  const all = (values.bend as readonly string[] | undefined) ?? [];
  const asked = values['bend-what'] as string | undefined;
  if (asked !== undefined && all.length === 0) throw new UsageError('--bend-what has no effect without --bend.');
  const what = asked === undefined ? 'lattice' : PARTS.find((name) => name === asked);
  if (!what) throw new UsageError(`--bend-what must be one of ${PARTS.join(', ')}.`);
  return all.map((text) => bendFrom(text, what, sheet));
}
