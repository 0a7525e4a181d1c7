import { type SheetGeometry, sheetPixels } from '../raster/sheet.ts';
import { FAMILIES, FAMILY_NAMES } from '../screen/families/index.ts';
import { screenFault } from '../screen/compile-screen.ts';
import { FREQUENCY_RANGE, FREQUENCY_UNITS, type Frequency, pitchOf } from '../screen/frequency.ts';
import { LARGEST_PITCH, SMALLEST_PITCH } from '../screen/periodic/supercell.ts';
import { DEFAULT_SCREEN, type Screen } from '../screen/settings.ts';
import { SHARED_PARAMS } from '../screen/shared-params.ts';
import { check, JobError } from './check.ts';
import { fieldsOf, type Held, readSettings } from './read-settings.ts';

function readFrequency(value: unknown, field: string, sheet: SheetGeometry): Frequency {
  const f = check.object(value, field);
  check.only(f, field, ['value', 'per']);
  const frequency = {
    value: check.number(f.value, `${field}.value`, FREQUENCY_RANGE),
    per: check.oneOf(f.per, `${field}.per`, FREQUENCY_UNITS),
  };
  const pitch = pitchOf(frequency, sheet.ppi, sheetPixels(sheet).width);
  if (pitch < SMALLEST_PITCH || pitch > LARGEST_PITCH) {
    throw new JobError(
      `${field}.value`,
      `"${field}.value" makes cells ${Number(pitch.toPrecision(4))} pixels wide; at ${sheet.ppi} ppi they must be ${SMALLEST_PITCH} to ${LARGEST_PITCH} pixels.`,
    );
  }
  return frequency;
}

/**
 * The Screen station of a fill on a sheet. Every family keeps its settings.
 * @throws JobError naming the first field that is wrong
 */
export function readScreen(value: unknown, field: string, sheet: SheetGeometry, held: Held): Screen {
  const s = check.object(value ?? {}, field);
  check.only(s, field, ['family', 'frequency', ...Object.keys(SHARED_PARAMS), ...FAMILY_NAMES]);
  const families = FAMILIES.map(({ name, params }) => [
    name,
    readSettings(s[name] ?? {}, `${field}.${name}`, params, held),
  ]);
  const screen = {
    family: s.family === undefined ? DEFAULT_SCREEN.family : check.oneOf(s.family, `${field}.family`, FAMILY_NAMES),
    frequency: readFrequency(s.frequency ?? DEFAULT_SCREEN.frequency, `${field}.frequency`, sheet),
    ...readSettings(fieldsOf(s, SHARED_PARAMS), field, SHARED_PARAMS, held),
    ...Object.fromEntries(families),
  } as Screen;
  const fault = screenFault(sheet, screen);
  if (fault) throw new JobError(field, fault);
  return screen;
}
