import { type FamilyName, OWN_TILE, printsOf, type Screen, screenPrints } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import { type Edit, editPass, inFill, setScreen, withPicture } from './edits.ts';

/** Adds a picture as the tile of a fill; what the fills print stays. */
export const setTile =
  (fill: string, id: string, stored: StoredPicture): Edit =>
  (before) => {
    const { job, picture } = withPicture(before, id, stored);
    return setFamilySettings(fill, 'tile', { picture: picture.id, made: OWN_TILE })(job);
  };

/** Changes settings of one family of screens; the others keep theirs. */
export const setFamilySettings = <F extends FamilyName>(id: string, family: F, part: Partial<Screen[F]>): Edit =>
  inFill(id, ({ screen }) => ({ screen: { ...screen, [family]: { ...screen[family], ...part } } }));

/** Another family of screens: frequency, angle and the like stay, and so does what each family was set to. */
export const setFamily =
  (id: string, family: FamilyName): Edit =>
  (job) => {
    const screened = setScreen(id, { family })(job);
    const pass = screened.passes.find((p) => p.fills.some((f) => f.id === id));
    return pass ? asArtwork(pass.id, id)(screened) : screened;
  };

/**
 * Artwork is laid as it is and in its colours, and goes back to overprinting in one ink when it gets a screen; what the
 * artist has chosen besides stays.
 */
const asArtwork = (passId: string, fillId: string): Edit =>
  editPass(passId, (pass) => {
    const { artwork } = printsOf(pass);
    const { ink } = pass;
    const meets =
      artwork && ink.meets === 'overprint' && ink.opacity === 0
        ? 'normal'
        : !artwork && ink.meets === 'normal'
          ? 'overprint'
          : ink.meets;
    const [first, ...others] = pass.fills.map((f) =>
      f.id === fillId && screenPrints(f.screen).artwork && f.feed.part === 'lightness'
        ? { ...f, feed: { ...f.feed, part: 'colour' as const } }
        : f,
    );
    return { ...pass, fills: [first!, ...others], ink: { ...ink, meets } };
  });

/** Changes settings of marks; those that are given colours of their own print as artwork. */
export const setMarks =
  (id: string, part: Partial<Screen['marks']>): Edit =>
  (job) => {
    const changed = setFamilySettings(id, 'marks', part)(job);
    const pass = changed.passes.find((p) => p.fills.some((f) => f.id === id));
    return pass && part.colour !== undefined ? asArtwork(pass.id, id)(changed) : changed;
  };

/** Changes settings of a fill without a screen. */
export const setSmooth =
  (id: string, part: Partial<Screen['smooth']>): Edit =>
  (job) => {
    const changed = setFamilySettings(id, 'smooth', part)(job);
    const pass = changed.passes.find((p) => p.fills.some((f) => f.id === id));
    return pass ? asArtwork(pass.id, id)(changed) : changed;
  };
