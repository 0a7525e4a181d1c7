const swc = (tsx) => [
  '<rootDir>/../scripts/jest-transform.mjs',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', decorators: true, tsx },
      transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
    },
    module: { type: 'es6' },
  },
];
const shared = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.ts$': swc(false),
    '^.+\\.tsx$': swc(true),
    '/clipper2-ts/.+\\.js$': '<rootDir>/../scripts/jest-own-globals.mjs',
  },
  setupFilesAfterEnv: ['<rootDir>/../scripts/jest-equal-arrays.mjs'],
  transformIgnorePatterns: ['/node_modules/(?!clipper2-ts/)'],
  moduleNameMapper: { '^@chromatype/core$': '<rootDir>/../core/src/index.ts' },
};

export default {
  testTimeout: 60000,
  testSequencer: './scripts/slow-first.mjs',
  projects: ['core', 'server', 'web'].map((name) => ({
    ...shared,
    displayName: name,
    rootDir: `./${name}`,
    testMatch: ['<rootDir>/**/*.test.ts', '<rootDir>/**/*.test.tsx'],
    testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  })),
};
