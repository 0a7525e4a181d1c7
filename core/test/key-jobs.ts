import {
  createJob,
  type Fill,
  filePicture,
  fillOf,
  type Job,
  type Made,
  NO_EDIT,
  type Picture,
  withFill,
} from '../src/index.ts';
import { KEPT_SOURCES } from './kept/sources.ts';

const [WIDTH, HEIGHT] = [110, 84];
const COLOUR = 'b'.repeat(64);
const TILE = 'c'.repeat(64);
export const pictures = (hash: string) => KEPT_SOURCES[hash] ?? null;

const PICTURES: readonly Picture[] = [
  filePicture({ id: 'photo', name: 'photo', hash: COLOUR, width: 300, height: 200 }),
  filePicture({ id: 'tile', name: 'tile', hash: TILE, width: 24, height: 18 }),
];

/** A small sheet with one pass whose fill is changed. */
export function jobWith(change: (fill: Fill) => Partial<Fill>, made: Made | null = null): Job {
  const base = createJob('x', 'p');
  const pass = base.passes[0]!;
  const mm = (pixels: number) => (pixels / 300) * 25.4;
  const own: Picture[] = made ? [{ ...PICTURES[0]!, id: 'made', hash: null, made, edit: NO_EDIT }] : [];
  const fill = fillOf(pass);
  const feed = { ...fill.feed, picture: made ? 'made' : 'photo' };
  return {
    ...base,
    sheet: { ...base.sheet, width: mm(WIDTH), height: mm(HEIGHT) },
    pictures: [...PICTURES, ...own],
    passes: [withFill(pass, { feed, ...change({ ...fill, feed }) })],
  };
}

export const screen = (part: object) => (f: Fill) =>
  ({ screen: { ...f.screen, frequency: { value: 10, per: 'px' }, angle: 0, ...part } }) as Partial<Fill>;
export const dots = (own: object, shared: object = {}) =>
  screen({ dots: { ...createJob('x', 'p').passes[0]!.fills[0].screen.dots, ...own }, ...shared });
export const family =
  (name: 'lines' | 'grain' | 'marks' | 'tile' | 'stones' | 'smooth', own: object, shared: object = {}) =>
  (f: Fill) =>
    screen({ family: name, [name]: { ...f.screen[name], ...own }, ...shared })(f);
export const tone = (part: object) => (f: Fill) =>
  ({ ...screen({})(f), tone: { ...f.tone, ...part } }) as Partial<Fill>;
