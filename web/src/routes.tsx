import type { ComponentType } from 'react';
import { createBrowserRouter, Link } from 'react-router';
import { Shelf } from './shelf/Shelf.tsx';
import { RouteError } from './ui/RouteError.tsx';
import { WideOnly } from './ui/WideOnly.tsx';

/** A view that is shown in wide windows only. */
const wide = (View: ComponentType) => () => (
  <WideOnly>
    <View />
  </WideOnly>
);

const bench = async () => ({ Component: (await import('./bench/Bench.tsx')).Bench });
const testStrips = async () => ({ Component: wide((await import('./strips/TestStrips.tsx')).TestStrips) });
const plates = async () => ({ Component: wide((await import('./plates/Plates.tsx')).Plates) });
const stones = async () => ({ Component: wide((await import('./stones/Stones.tsx')).Stones) });
const motion = async () => ({ Component: wide((await import('./motion/Motion.tsx')).MotionPage) });
const repeat = async () => ({ Component: wide((await import('./repeat/Repeat.tsx')).Repeat) });
const recipes = async () => ({ Component: wide((await import('./recipes/Recipes.tsx')).RecipesPage) });
const match = async () => ({ Component: wide((await import('./match/Match.tsx')).MatchPage) });
const calibrate = async () => ({ Component: wide((await import('./calibrate/Calibrate.tsx')).CalibratePage) });
const versions = async () => ({ Component: wide((await import('./versions/Versions.tsx')).VersionsPage) });
const runs = async () => ({ Component: wide((await import('./runs/Runs.tsx')).Runs) });
const batch = async () => ({ Component: wide((await import('./batch/Batch.tsx')).Batch) });
const swatches = async () => ({ Component: wide((await import('./swatches/Swatches.tsx')).Swatches) });
const tileMaker = async () => ({ Component: wide((await import('./tiles/TileMaker.tsx')).TileMaker) });

function Missing() {
  return (
    <p className="grid h-full place-items-center">
      <span>
        There is nothing at this address.{' '}
        <Link to="/" className="underline">
          To the Shelf
        </Link>
      </span>
    </p>
  );
}

/** Every view and its address. */
export const router = createBrowserRouter([
  {
    errorElement: <RouteError />,
    children: [
      { path: '/', element: <Shelf /> },
      { path: '/swatches', lazy: swatches },
      { path: '/runs', lazy: runs },
      { path: '/batch', lazy: batch },
      { path: '/jobs/:id/tiles', lazy: tileMaker },
      { path: '/jobs/:id/strips', lazy: testStrips },
      { path: '/jobs/:id/plates', lazy: plates },
      { path: '/jobs/:id/stones', lazy: stones },
      { path: '/jobs/:id/motion', lazy: motion },
      { path: '/jobs/:id/repeat', lazy: repeat },
      { path: '/jobs/:id/recipes', lazy: recipes },
      { path: '/jobs/:id/match', lazy: match },
      { path: '/jobs/:id/calibrate', lazy: calibrate },
      { path: '/jobs/:id/versions', lazy: versions },
      { path: '/jobs/:id/:panel?', lazy: bench },
      { path: '*', element: <Missing /> },
    ],
  },
]);
