import { ARTWORK } from './inks.ts';
import { recipesOf, stockOf } from './make.ts';

const STEEL = { ...ARTWORK, name: 'Stones', colour: '#8a8f94' };

/** Heat-set stones laid as the picture says. Stones have the sizes that are sold. */
export const STONES = recipesOf('Stones', [
  {
    id: 'stones-in-colour',
    name: 'Stones in colour',
    note: 'Small stones in rows, each in the colour nearest to the picture.',
    tags: ['stones', 'colour'],
    stock: stockOf('Dark denim', '#232a3d', 'twill'),
    over: [
      {
        ink: STEEL,
        feed: { part: 'colour' },
        tone: { saturation: 1.3 },
        screen: {
          stones: {
            way: 'picture',
            sizes: ['SS6'],
            gap: 0.3,
            takes: 'colour',
            colouring: 'picture',
            colours: ['Clear', 'Signal red', 'Gull yellow', 'Deep teal', 'Harbour blue', 'Jet'],
            diffuse: true,
            leaveCloth: true,
          },
          angle: 0,
        },
      },
    ],
  },
  {
    id: 'stones-by-size',
    name: 'Clear stones by size',
    note: 'Clear stones on black cloth, larger where the picture is light.',
    tags: ['stones', 'one colour'],
    stock: stockOf('Black cloth', '#15151a', 'jersey'),
    over: [
      {
        ink: STEEL,
        tone: { invert: true, meaning: 'even', lights: 0.15 },
        screen: {
          stones: { way: 'picture', sizes: ['SS16', 'SS10', 'SS6'], gap: 0.4, takes: 'size', colours: ['Clear'] },
          angle: 0,
        },
      },
    ],
  },
]);
