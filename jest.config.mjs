/** @type {import('jest').Config} */
const node = (name) => ({
  displayName: name,
  rootDir: `<rootDir>/${name}`,
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['petrichor-source', 'node', 'node-addons'] },
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      {
        jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
        module: { type: 'es6' },
        sourceMaps: 'inline',
      },
    ],
  },
});

export default {
  // One process a core; jest itself would leave one free, which on two cores is half of them.
  maxWorkers: '100%',
  // On a busy machine a screen of a hundred fields takes its time to stand; what hangs is found all the same.
  testTimeout: 20_000,
  projects: [
    node('core'),
    node('api'),
    node('server'),
    node('demo'),
    node('cli'),
    '<rootDir>/web/jest.config.mjs',
  ],
};
