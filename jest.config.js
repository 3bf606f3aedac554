export default {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/tests/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  // The tests use the built package, as its users do.
  moduleNameMapper: {
    '^yelto$': '<rootDir>/dist/index.js',
    '^yelto/(node|browser)$': '<rootDir>/dist/$1/index.js',
    '^(\\.{1,2}/.*)\\.js$': ['$1.js', '$1.ts'],
    // Packages of more than a hundred files, each of which every test file would read anew, as their own bundles.
    '^css-tree$': '<rootDir>/node_modules/css-tree/dist/csstree.esm.js',
    '^culori$': '<rootDir>/node_modules/culori/bundled/culori.mjs',
  },
  transform: { '^.+\\.ts$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } } }] },
  // Browsers and commands take turns with the tests themselves: a core for each file's own work.
  maxWorkers: '100%',
  // Modules of files that are done are never let go; a worker that holds too many is slow.
  workerIdleMemoryLimit: '900MB',
  // On a machine that others load too a test takes several times as long.
  testTimeout: 240_000,
};
