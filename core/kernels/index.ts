export { alloc, release } from './memory';
export { threshold16, threshold8 } from './threshold';
export { lookup16, lookup8 } from './lookup';
export { lightRgba } from './light';
export { resampleAcross, resampleDown } from './resample';
export { cellSums, cellSpread } from './cells';
export { composeExact, composeMean } from './compose';
export * from './columns';
