const swc = [
  '<rootDir>/../scripts/jest-transform.mjs',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', decorators: true },
      transform: { legacyDecorator: true, decoratorMetadata: true },
    },
    module: { type: 'es6' },
  },
];
const shared = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': swc },
  moduleNameMapper: { '^@chromatype/core$': '<rootDir>/../core/src/index.ts' },
};

export default {
  testTimeout: 60000,
  projects: ['core', 'server', 'web'].map((name) => ({
    ...shared,
    displayName: name,
    rootDir: `./${name}`,
    testMatch: ['<rootDir>/**/*.test.ts', '<rootDir>/**/*.test.tsx'],
    testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  })),
};
