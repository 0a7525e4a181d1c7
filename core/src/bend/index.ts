export * from './bends.ts';
export * from './folds.ts';
export * from './kind.ts';
export { movedBend } from './moved-bend.ts';
export { BENT_PICTURE_PARAMS, type BentPictureSettings } from './picture-params.ts';
export { BEND_KINDS, BEND_NAMES, bendKind } from './kinds/index.ts';
export { MOST_PINS, pinAt } from './kinds/pins.ts';
export { PUSHES, type Push } from './kinds/push.ts';
