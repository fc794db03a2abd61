const swc = (tsx) => [
  '@swc/jest',
  {
    jsc: {
      target: 'es2023',
      parser: { syntax: 'typescript', tsx },
      transform: { react: { runtime: 'automatic' } },
    },
    // import() stays as it is, so that a test can load a package that is ESM only.
    module: { type: 'commonjs', ignoreDynamic: true },
  },
];

const project = (name, more = {}) => ({
  displayName: name,
  rootDir: name,
  transform: { '^.+\\.tsx$': swc(true), '^.+\\.(ts|js|mjs)$': swc(false) },
  transformIgnorePatterns: [
    '/node_modules/(?!(pure-rand|pdf-lib|flatqueue|quickselect|uuid|d3-contour|d3-array|internmap)/)',
  ],
  // Globals of a test's own context are slow to reach; these are handed in as plain parameters.
  sandboxInjectedGlobals: ['Math', 'Number', 'Float64Array'],
  testMatch: ['<rootDir>/**/*.test.{ts,tsx}'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  ...more,
});

export default {
  // No test depends on how fast the machine is: a limit only ends what hangs.
  testTimeout: 1_200_000,
  testSequencer: './jest-sequencer.mjs',
  projects: [
    project('core'),
    project('contract'),
    project('cli'),
    project('server', { setupFiles: ['<rootDir>/test/quick-wasm.cjs'] }),
    project('web', {
      testEnvironment: '<rootDir>/test/environment.cjs',
      setupFilesAfterEnv: ['<rootDir>/test/setup.ts'],
      moduleNameMapper: { '\\.css$': '<rootDir>/test/style.cjs', '^@fontsource': '<rootDir>/test/style.cjs' },
    }),
  ],
};
