import presets from 'jest-preset-angular/presets/index.js';

/** @type {import('jest').Config} */
export default {
  ...presets.createEsmPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' }),
  displayName: 'web',
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  setupFilesAfterEnv: ['<rootDir>/src/testing/set-up-jest.ts'],
  testEnvironmentOptions: { customExportConditions: ['petrichor-source', 'node', 'node-addons'] },
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
};
