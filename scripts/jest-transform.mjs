import swc from '@swc/jest';

/**
 * TypeScript for Jest. Jest runs tests in a context where every look at a global such as Math takes
 * a microsecond; a constant of the module's own takes none, and loops over pixels need it.
 */
const OWN_GLOBALS = [
  'Math',
  'Number',
  'Array',
  'Object',
  'Map',
  'Set',
  'WeakMap',
  'String',
  'JSON',
  'Float64Array',
  'Float32Array',
  'Uint8Array',
  'Uint16Array',
  'Uint32Array',
  'Int8Array',
  'Int16Array',
  'Int32Array',
  'Uint8ClampedArray',
  'DataView',
  'BigInt',
  'Infinity',
  'NaN',
];
const HEAD = OWN_GLOBALS.map((name) => `const ${name} = globalThis.${name};`).join('');

const withHead = (result) => ({ ...result, code: `${HEAD}${result.code}` });

export default {
  createTransformer(options) {
    const plain = swc.createTransformer(options);
    return {
      ...plain,
      process: (...args) => withHead(plain.process(...args)),
      processAsync: async (...args) => withHead(await plain.processAsync(...args)),
      getCacheKey: (...args) => `${plain.getCacheKey(...args)}${HEAD.length}`,
    };
  },
};
