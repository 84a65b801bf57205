import presets from 'jest-preset-angular/presets/index.js';

/** @type {import('jest').Config} */
export default {
  ...presets.createEsmPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' }),
  displayName: 'web',
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  setupFilesAfterEnv: ['<rootDir>/src/testing/set-up-jest.ts'],
  testEnvironmentOptions: { customExportConditions: ['petrichor-source', 'node', 'node-addons'] },
  // tslib's own module for Node hands its CommonJS half on, which jest does not take apart.
  moduleNameMapper: {
    '^tslib$': '<rootDir>/../node_modules/tslib/tslib.es6.mjs',
    '^(\\.{1,2}/.*)\\.js$': '$1',
    '\\.woff$': '<rootDir>/src/testing/woff.ts',
  },
};
