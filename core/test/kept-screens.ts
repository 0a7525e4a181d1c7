import { type CompiledScreen, countCache, NO_CACHES, type PrintCaches, remember } from '../src/index.ts';

/** Caches that keep compiled screens: for tests that print many tones through one screen. */
export function keptScreens(): PrintCaches {
  const screens = countCache<CompiledScreen>(20);
  return { ...NO_CACHES, screen: (key, make) => remember(screens, key, make) };
}
