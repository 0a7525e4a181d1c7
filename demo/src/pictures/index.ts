import { makeComicLines, makeMangaLines } from '../pages/page-lines.ts';
import { makeFlyerLines, makeFlyerTones } from './flyer.ts';
import { makeHarbour } from './harbour.ts';
import { makeKitesClip } from './kites-clip.ts';
import { makeLettering } from './lettering.ts';
import { makePostcardScan } from './postcard-scan.ts';
import { makePortrait } from './portrait.ts';
import { makeShirt } from './shirt.ts';
import { makeStillLife } from './still-life.ts';

/** Every demo picture: its file name and how it is made. */
export const PICTURES: Readonly<Record<string, () => Promise<Buffer>>> = {
  'harbour-dusk.jpg': () => makeHarbour(),
  'studio-still-life.png': makeStillLife,
  'kite-week-lettering.png': makeLettering,
  'kite-shirt.png': makeShirt,
  'flyer-lines.png': makeFlyerLines,
  'flyer-tones.png': makeFlyerTones,
  'comic-lines.png': makeComicLines,
  'manga-lines.png': makeMangaLines,
  'quay-portrait.png': makePortrait,
  'kites-over-the-harbour.webp': makeKitesClip,
};

/** Scans of printed matter that Match a print can be tried with: no job of the demo takes them. */
export const SCANS: Readonly<Record<string, () => Promise<Buffer>>> = {
  'postcard-scan.png': makePostcardScan,
};
