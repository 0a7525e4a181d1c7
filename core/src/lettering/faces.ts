/** A typeface that ships with the application, under an open licence. */
export interface Face {
  /** Its name, as jobs keep it. */
  readonly name: string;
  /** What it looks like, for the list. */
  readonly about: string;
  /** The package that it comes in, and the files of it that hold its letters: later ones have what earlier ones lack. */
  readonly package: string;
  readonly files: readonly string[];
}

const face = (
  name: string,
  about: string,
  id: string,
  weight = 400,
  parts: readonly string[] = ['latin', 'latin-ext'],
): Face => ({
  name,
  about,
  package: `@fontsource/${id}`,
  files: parts.map((part) => `${id}-${part}-${weight}-normal`),
});

const EUROPE = ['latin', 'latin-ext', 'cyrillic', 'cyrillic-ext'];

/** Every face that ships, in the order in which they are offered. */
export const FACES: readonly Face[] = [
  face('Bricolage Grotesque ExtraBold', 'Heavy grotesque', 'bricolage-grotesque', 800),
  face('Bricolage Grotesque Regular', 'Plain grotesque', 'bricolage-grotesque'),
  face('Instrument Sans Medium', 'Sans', 'instrument-sans', 500),
  face('Instrument Sans Bold', 'Bold sans', 'instrument-sans', 700),
  face('Martian Mono Medium', 'Every letter as wide; Cyrillic', 'martian-mono', 500, EUROPE),
  face('Bangers', 'Comic capitals', 'bangers'),
  face('Alfa Slab One', 'Slab', 'alfa-slab-one'),
  face('Anton', 'Narrow bold', 'anton'),
  face('Archivo Black', 'Wide heavy', 'archivo-black'),
  face('Comic Neue Bold', 'Comic hand', 'comic-neue', 700, ['latin']),
  face('Patrick Hand', 'Light hand', 'patrick-hand'),
  face('Pacifico', 'Script; Cyrillic', 'pacifico', 400, EUROPE),
  face('Comfortaa Bold', 'Rounded; Greek, Cyrillic', 'comfortaa', 700, [...EUROPE, 'greek']),
  face('Saira Stencil One', 'Stencil', 'saira-stencil-one'),
  face('Special Elite', 'Typewriter', 'special-elite'),
  face('UnifrakturMaguntia', 'Blackletter', 'unifrakturmaguntia', 400, ['latin']),
  face('Dela Gothic One', 'Heavy; kana, Greek, Cyrillic', 'dela-gothic-one', 400, [
    'latin',
    'latin-ext',
    'greek',
    'cyrillic',
    // Hiragana and katakana.
    '119',
    '115',
    '116',
    '61',
    '54',
  ]),
];

export const faceOf = (name: string): Face | undefined => FACES.find((f) => f.name === name);
