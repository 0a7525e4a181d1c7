import { BENT_PICTURE_PARAMS } from '../bend/picture-params.ts';
import { FEED_PARAMS } from '../picture/feed-params.ts';
import { DEFAULT_FEED, type Feed } from '../picture/types.ts';
import type { SheetGeometry } from '../raster/sheet.ts';
import { check } from './check.ts';
import { bendSection } from './read-bend.ts';
import { readScreen } from './read-screen.ts';
import { fieldsOf, type Held, readHeldId, readSettings } from './read-settings.ts';
import { paramsSection, readSections, section } from './section.ts';
import { toneSection } from './read-tone.ts';
import { WEAR_PARAMS } from '../wear/wear-params.ts';
import { DEFAULT_SCREEN } from '../screen/settings.ts';
import { FILL_PARAMS } from './fill-params.ts';
import type { Fill, Separation } from './types.ts';

const feedSection = (separations: readonly Separation[]) =>
  section<Feed>('feed', DEFAULT_FEED, (value, field, { pictures, passes }) => {
    const f = check.object(value, field);
    check.only(f, field, ['picture', 'separation', 'upTo', 'pick', ...Object.keys(FEED_PARAMS)]);
    return {
      picture: readHeldId(f.picture, `${field}.picture`, pictures, 'picture'),
      separation: readHeldId(f.separation, `${field}.separation`, separations, 'separation'),
      upTo: readHeldId(f.upTo, `${field}.upTo`, passes, 'pass'),
      pick: f.pick == null ? null : check.colour(f.pick, `${field}.pick`),
      ...readSettings(fieldsOf(f, FEED_PARAMS), field, FEED_PARAMS),
    };
  });

/**
 * Reads one fill of a pass.
 * @throws JobError naming the first field that is wrong
 */
export function readFill(
  value: unknown,
  field: string,
  sheet: SheetGeometry,
  separations: readonly Separation[],
  held: Held,
): Fill {
  const f = check.object(value, field);
  const sections = {
    feed: feedSection(separations),
    tone: toneSection,
    screen: section('screen', DEFAULT_SCREEN, (v, at) => readScreen(v, at, sheet, held)),
    bend: bendSection,
    bending: paramsSection('bending', BENT_PICTURE_PARAMS),
    wear: paramsSection('wear', WEAR_PARAMS),
  };
  return {
    id: check.text(f.id, `${field}.id`, 64),
    name: f.name === undefined ? '' : check.text(f.name, `${field}.name`),
    stencil: readHeldId(f.stencil, `${field}.stencil`, held.stencils, 'stencil'),
    ...readSettings(fieldsOf(f, FILL_PARAMS), field, FILL_PARAMS),
    ...readSections(f, field, sections, held, ['id', 'name', 'stencil', ...Object.keys(FILL_PARAMS)]),
  };
}
